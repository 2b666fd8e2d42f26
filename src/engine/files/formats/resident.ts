/**
 * A decoder's WebAssembly module, loaded once and used for one file after the other: nobody gives back the memory of modules that are
 * left behind. Only one that a file has made fall over is left for another.
 */
export function residentModule<Module>(load: () => Promise<Module>) {
  let loaded: Promise<Module> | null = null;
  return async <Value>(work: (module: Module) => Value): Promise<Value> => {
    loaded ??= load();
    const module = await loaded;
    try {
      return work(module);
    } catch (error) {
      if (error instanceof WebAssembly.RuntimeError) loaded = null;
      throw error;
    }
  };
}
