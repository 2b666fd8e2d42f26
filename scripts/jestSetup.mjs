import { bundle } from "./bundle.mjs";

/** The kernels and worker entry points must stand in dist/ before a test loads them. */
export default async function setup() {
  await bundle();
}
