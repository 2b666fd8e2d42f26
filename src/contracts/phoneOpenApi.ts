import { z } from "zod";
import {
  armRequest,
  PHONE_ERRORS,
  PHONE_PATH,
  type PhoneErrorCode,
  PROTOCOL_VERSION,
  phoneCapabilities,
  phoneError,
  phoneEvent,
  phoneFrame,
  phoneFrames,
  phoneRun,
  phoneSettings,
  phoneSettingsChange,
  phoneStatus,
} from "./phoneProtocol";

const SCHEMAS = {
  Capabilities: phoneCapabilities,
  Status: phoneStatus,
  Settings: phoneSettings,
  SettingsChange: phoneSettingsChange,
  ArmRequest: armRequest,
  Run: phoneRun,
  Frame: phoneFrame,
  Frames: phoneFrames,
  Event: phoneEvent,
  Error: phoneError,
} as const;
type SchemaName = keyof typeof SCHEMAS;

const refTo = (name: SchemaName) => ({ $ref: `#/components/schemas/${name}` });
const json = (name: SchemaName) => ({ content: { "application/json": { schema: refTo(name) } } });

/** Answers that every address may give. */
const ANYWHERE: readonly PhoneErrorCode[] = ["unauthorized", "wrong-method", "phone-failed"];

interface Operation {
  readonly summary: string;
  readonly body?: SchemaName;
  readonly reply: SchemaName | null;
  readonly errors: readonly PhoneErrorCode[];
}

/** Each address with what it does; `{run}` is a run's id, `{index}` a frame's. */
const OPERATIONS: Readonly<Record<string, Readonly<Record<string, Operation>>>> = {
  "/capabilities": { get: { summary: "What the phone can do.", reply: "Capabilities", errors: [] } },
  "/status": { get: { summary: "How it is, and what it is at.", reply: "Status", errors: [] } },
  "/settings": {
    get: { summary: "How it is set beside a recipe.", reply: "Settings", errors: [] },
    patch: {
      summary: "Changes settings; those that are left out stay.",
      body: "SettingsChange",
      reply: "Settings",
      errors: ["invalid-request", "too-large", "wrong-state"],
    },
  },
  "/preview": { get: { summary: "What the screen shows now.", reply: null, errors: ["not-found"] } },
  "/runs": {
    post: {
      summary: "Makes ready for a run; nothing is taken yet.",
      body: "ArmRequest",
      reply: "Run",
      errors: ["invalid-request", "too-large", "phone-busy", "cannot-do"],
    },
  },
  "/runs/{run}/start": {
    post: { summary: "Presses the release.", reply: "Run", errors: ["not-found", "wrong-state"] },
  },
  "/runs/{run}/pause": {
    post: { summary: "Waits after the frame at hand.", reply: "Run", errors: ["not-found", "wrong-state"] },
  },
  "/runs/{run}/resume": { post: { summary: "Goes on.", reply: "Run", errors: ["not-found", "wrong-state"] } },
  "/runs/{run}/abort": {
    post: {
      summary: "Ends the run after the frame at hand; what was taken stays.",
      reply: "Run",
      errors: ["not-found"],
    },
  },
  "/runs/{run}/frames": {
    get: {
      summary: "The run, and those of its frames that are not acknowledged.",
      reply: "Frames",
      errors: ["not-found"],
    },
  },
  "/runs/{run}/frames/{index}": {
    get: { summary: "A frame's bytes, or a range of them.", reply: null, errors: ["not-found", "wrong-range"] },
    delete: {
      summary: "Acknowledges a frame: it is safe elsewhere, and the phone may forget it.",
      reply: "Run",
      errors: ["not-found"],
    },
  },
  "/runs/{run}/frames/{index}/raw": {
    get: {
      summary: "The bytes of a frame's raw copy, or a range of them.",
      reply: null,
      errors: ["not-found", "wrong-range"],
    },
  },
  "/events": { get: { summary: "What happens, as it happens: server-sent events.", reply: null, errors: [] } },
};

/** Errors of one status, in words. */
function errorResponses(codes: readonly PhoneErrorCode[]) {
  const statuses = [...new Set(codes.map((code) => PHONE_ERRORS[code].status))].sort();
  return Object.fromEntries(
    statuses.map((status) => {
      const of = codes.filter((code) => PHONE_ERRORS[code].status === status);
      return [
        status,
        { description: of.map((code) => `${code}: ${PHONE_ERRORS[code].when}`).join(" "), ...json("Error") },
      ];
    }),
  );
}

const FRAME_BYTES = {
  description: "The bytes; 206 for a range. ETag is the SHA-256 of the whole file.",
  headers: { ETag: { schema: { type: "string" } }, "Accept-Ranges": { schema: { type: "string" } } },
  content: { "image/jpeg": {}, "image/x-adobe-dng": {}, "image/tiff": {} },
};
const PREVIEW = {
  description: "A small picture of the screen; a phone that has none answers not-found.",
  content: { "image/jpeg": {} },
};
const EVENTS = {
  description: "One event a message: `id` counts up, `data` is an Event. Last-Event-ID asks for those after it.",
  content: { "text/event-stream": { schema: refTo("Event") } },
};

function operationOf(path: string, method: string, { summary, body, reply, errors }: Operation) {
  const parameters = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: "path",
    required: true,
    schema: name === "run" ? { type: "string", format: "uuid" } : { type: "integer", minimum: 0 },
  }));
  const bytes = { "/events": EVENTS, "/preview": PREVIEW }[path] ?? FRAME_BYTES;
  const done = reply ? { description: summary, ...json(reply) } : bytes;
  return {
    operationId: `${method}${path.replace(/[{}]/g, "").replace(/\/(\w)/g, (_, letter: string) => letter.toUpperCase())}`,
    summary,
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(body ? { requestBody: { required: true, ...json(body) } } : {}),
    responses: { 200: done, ...errorResponses(errors.concat(ANYWHERE)) },
  };
}

/** The phone protocol as an OpenAPI 3.1 document, made from its schemas. */
export function phoneOpenApi() {
  const paths = Object.entries(OPERATIONS).map(([path, methods]) => [
    PHONE_PATH + path,
    Object.fromEntries(Object.entries(methods).map(([method, each]) => [method, operationOf(path, method, each)])),
  ]);
  const schemas = Object.entries(SCHEMAS).map(([name, schema]) => [name, z.toJSONSchema(schema, { io: "input" })]);
  return {
    openapi: "3.1.0",
    info: {
      title: "Phone protocol",
      version: String(PROTOCOL_VERSION),
      description: "How a camera is driven that takes timed runs of frames. See phone-protocol.md.",
    },
    security: [{ token: [] }],
    paths: Object.fromEntries(paths),
    components: {
      securitySchemes: { token: { type: "http", scheme: "bearer" } },
      schemas: Object.fromEntries(schemas),
    },
  };
}
