import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";

it("embedded kernels are what their sources compile to", () => {
  const script = `
    import("./scripts/bundle.mjs").then(async ({ EMBEDDED, embeddedKernel }) => {
      const made = [];
      for (const kernel of EMBEDDED) made.push([kernel.source, await embeddedKernel(kernel)]);
      process.stdout.write(JSON.stringify(made));
    })`;
  const made: [string, string][] = JSON.parse(execFileSync(process.execPath, ["-e", script], { encoding: "utf8" }));
  expect(made).toHaveLength(11);
  for (const [source, module] of made) expect(readFileSync(source.replace(".as.ts", ".wasm.ts"), "utf8")).toBe(module);
}, 60_000);
