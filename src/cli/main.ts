import { InputError, UsageError } from "./errors";

// The command line: picks a command, loads only its code, turns its outcome into an exit code.

type Command = (args: readonly string[]) => Promise<void>;

const COMMANDS: Record<string, () => Promise<Command>> = {
  night: async () => (await import("./night")).nightCommand,
  sky: async () => (await import("./night")).skyCommand,
  solve: async () => (await import("./solve")).solveCommand,
  recipe: async () => (await import("./recipe")).recipeCommand,
  simulate: async () => (await import("./simulate")).simulateCommand,
  phone: async () => (await import("./phone")).phoneCommand,
  inspect: async () => (await import("./inspect")).inspectCommand,
  stack: async () => (await import("./stack")).stackCommand,
};

const USAGE = `usage: aevumen <command> [--json]

  night --lat D --lon D --date YYYY-MM-DD [--tz Z] [--sqm M] [--lamps EV]
                                                       events and windows of one night
  sky --lat D --lon D --at INSTANT [--at INSTANT...]   positions of sun, moon and core
  solve [--in FILE]                                    a scene as JSON to ranked recipes
  recipe "LINE"                                        read a recipe line and write it in its usual spelling
  simulate --scene NAME --recipe "LINE" [--shot FILE] [--seed N] [--size WxH]
           [--at INSTANT --lat D --lon D --azimuth D [--tilt D] [--sqm M]] -o DIR
                                                       frames of a scene through a simulated phone
  simulate --list                                      the scenes, with the intents that they stand for
  phone [--name NAME] [--port N] [--token T] [--idle SECONDS] [--faults dropped:3,...]
                                                       a stand-in phone at an address, by the published protocol
  phone --openapi                                      that protocol as an OpenAPI document
  inspect FILE...                                      measure pictures
  stack --mode lighten|mean|lighten-over-mean|median|fuse [--linear|--encoded] [--exclude N,...]
        [--threads N] -o OUT FILE...
                                                       fuse frames; OUT ends in .tif, .png or .jpg`;

async function main(argv: readonly string[]): Promise<number> {
  const [name, ...args] = argv;
  const load = name !== undefined && Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
  if (!load) {
    const wanted = name === undefined || name === "--help" || name === "-h";
    console[wanted && name !== undefined ? "log" : "error"](
      wanted ? USAGE : `There is no command ${name}.\n\n${USAGE}`,
    );
    return wanted && name !== undefined ? 0 : 2;
  }
  try {
    await (await load())(args);
    return 0;
  } catch (error) {
    if (error instanceof InputError) console.error(error.message);
    else if (error instanceof UsageError) console.error(`${error.message}\n\n${USAGE}`);
    else throw error;
    return error instanceof UsageError ? 2 : 1;
  }
}

process.exitCode = await main(process.argv.slice(2));
