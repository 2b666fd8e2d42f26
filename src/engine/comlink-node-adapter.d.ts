// The adapter's types lie beside it under another ending than its module's.
declare module "comlink/dist/esm/node-adapter.mjs" {
  export { default } from "comlink/dist/esm/node-adapter";
}
