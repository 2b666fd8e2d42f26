import { ALIGNMENT_IDS } from "@/core/align";
import { METHOD_OPTIONS, METHODS, type MethodOption, methodSlug, STACK_METHODS } from "@/core/stack";
import { InputError, UsageError } from "./errors";

// The command line: picks a command, loads only its code, turns its outcome into an exit code.

interface Command {
  /** How it is called, and what it does. */
  readonly usage: string;
  readonly load: () => Promise<(args: readonly string[]) => Promise<void>>;
}

/** The options of the fusing methods, each with what it does and for which of them. */
function methodOptions(): string {
  const ids = Object.keys(METHOD_OPTIONS) as MethodOption[];
  const takenBy = (id: MethodOption) =>
    METHODS.filter(({ options }) => options.includes(id)).map((method) => method.id);
  return ids
    .map((id) => `        ${METHOD_OPTIONS[id].flag}: ${METHOD_OPTIONS[id].does} (${takenBy(id).join(", ")})`)
    .join("\n");
}

const COMMANDS: Record<string, Command> = {
  night: {
    usage: `night --lat D --lon D --date YYYY-MM-DD [--tz Z] [--sqm M] [--lamps EV]
                                                       events and windows of one night`,
    load: async () => (await import("./night")).nightCommand,
  },
  sky: {
    usage: "sky --lat D --lon D --at INSTANT [--at INSTANT...]   positions of sun, moon and core",
    load: async () => (await import("./night")).skyCommand,
  },
  solve: {
    usage: "solve [--in FILE]                                    a scene as JSON to ranked recipes",
    load: async () => (await import("./solve")).solveCommand,
  },
  recipe: {
    usage: 'recipe "LINE"                                        read a recipe line and write it in its usual spelling',
    load: async () => (await import("./recipe")).recipeCommand,
  },
  simulate: {
    usage: `simulate --scene NAME --recipe "LINE" [--shot FILE] [--seed N] [--size WxH]
           [--at INSTANT --lat D --lon D --azimuth D [--tilt D] [--sqm M]] -o DIR
                                                       frames of a scene through a simulated phone
  simulate --list                                      the scenes, with the intents that they stand for`,
    load: async () => (await import("./simulate")).simulateCommand,
  },
  phone: {
    usage: `phone [--name NAME] [--port N] [--token T] [--idle SECONDS] [--faults dropped:3,...]
                                                       a stand-in phone at an address, by the published protocol
  phone --openapi                                      that protocol as an OpenAPI document`,
    load: async () => (await import("./phone")).phoneCommand,
  },
  inspect: {
    usage: "inspect FILE... [--csv]                              measure pictures, find sequences",
    load: async () => (await import("./inspect")).inspectCommand,
  },
  stack: {
    usage: `stack --mode ${STACK_METHODS.map(methodSlug).join("|")} [--linear|--encoded]
        [--exclude N,...] [--dark FILE]... [--repair-hot] [--align ${ALIGNMENT_IDS.join("|")}] [--ground MASK]
        [--layers PARTS.tif] [--threads N] -o OUT FILE...
                                                       fuse frames; OUT ends in .tif, .png, .jpg, .webp, .avif or .fits;
                                                       PARTS.tif takes what stands and what moves, a page each
${methodOptions()}`,
    load: async () => (await import("./stack")).stackCommand,
  },
  finish: {
    usage: `finish --look FILE|"LINE" [--table FILE.cube] [--edge PX] [--quality N] [--p3] -o OUT FILE...
                                                       develop pictures under a look line; an empty one leaves them as they are`,
    load: async () => (await import("./finish")).finishCommand,
  },
};

const usageOf = (commands: readonly Command[]): string =>
  `usage: aevumen <command> [--json]\n\n${commands.map(({ usage }) => `  ${usage}`).join("\n")}`;
const ALL = usageOf(Object.values(COMMANDS));
const asksForHelp = (arg: string): boolean => arg === "--help" || arg === "-h";

async function main([name, ...args]: readonly string[]): Promise<number> {
  if (name !== undefined && asksForHelp(name)) {
    console.log(ALL);
    return 0;
  }
  const command = name !== undefined && Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
  if (!command) {
    console.error(name === undefined ? ALL : `There is no command ${name}.\n\n${ALL}`);
    return 2;
  }
  const usage = usageOf([command]);
  if (args.some(asksForHelp)) {
    console.log(usage);
    return 0;
  }
  try {
    await (await command.load())(args);
    return 0;
  } catch (error) {
    if (error instanceof InputError) console.error(error.message);
    else if (error instanceof UsageError) console.error(`${error.message}\n\n${usage}`);
    else throw error;
    return error instanceof UsageError ? 2 : 1;
  }
}

process.exitCode = await main(process.argv.slice(2));
