import { phoneOpenApi } from "@/contracts/phoneOpenApi";
import { FAULT_NAMES, NO_FAULTS, readFaults } from "@/engine/phone/faults";
import { startStandIn } from "@/engine/phone/served";
import { UsageError } from "./errors";
import { readOptions, wholeNumber } from "./options";

/** `phone --name NAME [--port N] [--faults NAME:FRAME,...]`: a stand-in phone as a process of its own, until it is interrupted. */
export async function phoneCommand(args: readonly string[]): Promise<void> {
  const { values } = readOptions(args, {
    name: { type: "string" },
    port: { type: "string", default: "0" },
    token: { type: "string" },
    faults: { type: "string" },
    idle: { type: "string" },
    openapi: { type: "boolean", default: false },
  });
  if (values.openapi) {
    console.log(JSON.stringify(phoneOpenApi(), null, 2));
    return;
  }
  const port = wholeNumber(values.port, "--port", 0);
  if (port > 65_535) throw new UsageError(`--port goes from 0 to 65535, got ${port}.`);
  const faults = values.faults === undefined ? NO_FAULTS : readFaults(values.faults);
  if (faults === null)
    throw new UsageError(
      `--faults are ${FAULT_NAMES.join(", ")}, each with its frame, such as dropped:3; got ${values.faults}.`,
    );
  const { token } = values;
  const idleSeconds = values.idle === undefined ? Number.POSITIVE_INFINITY : wholeNumber(values.idle, "--idle", 1);
  let isIdle = () => {};
  const idle = new Promise<void>((resolve) => {
    isIdle = resolve;
  });
  const onIdle = () => isIdle();
  const phone = await startStandIn({
    name: values.name ?? null,
    port,
    faults,
    idleSeconds,
    onIdle,
    ...(token ? { token } : {}),
  });
  const { address } = phone;
  console.log(values.json ? JSON.stringify({ address, token: phone.token }) : `${address}\ntoken ${phone.token}`);
  const interrupted = new Promise<void>((resolve) => {
    for (const signal of ["SIGINT", "SIGTERM"] as const) process.once(signal, () => resolve());
  });
  await Promise.race([interrupted, idle]);
  await phone.close();
  process.exit(0);
}
