// npm run words: every sentence and label that a person may read, with where it stands, as one list to be looked through.
import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import { parse } from "@babel/parser";
import { root } from "./bundle.mjs";

/** What only the program reads: imports, styles, keys, addresses, types. */
const UNREAD_PROPS =
  /^(css|class(Name)?|style|d|transform|viewBox|href|key|id|as|look|size|color|bg|border.*|font.*|text(Align|Anchor|Decoration.*|Transform|OverFlow)|align.*|justify.*|grid.*|template.*|flex.*|m|mt|mb|ml|mr|mx|my|p|pt|pb|pl|pr|px|py|gap|width|height|min.*|max.*|top|left|right|bottom|inset|cursor|overflow.*|position|display|fill|stroke.*|type|role|name|rel|target|queryKey|method|url|direction|wrap|tone|kind|whiteSpace|transition|pattern|accept|opacity|objectFit|lineHeight|letterSpacing|outline.*|boxShadow|zIndex|touchAction|userSelect|pointerEvents|autoComplete|inputMode|asChild|mono|variant)$/;
const CALLEES_UNREAD =
  /^(import|require|useState|querySelector(All)?|getElementById|addEventListener|on|off|emit|set|get|has|fetch|URL|RegExp|createElement|uuid|text|timestamp|integer|doublePrecision|index|pgTable|unique|boolean)$/;

/** Words of a language, not of the program: a space or a capital, and letters. */
const isRead = (text) =>
  /\p{L}{2,}/u.test(text) &&
  (/\p{L}\s+\p{L}/u.test(text) || /^\p{Lu}\p{Ll}+[.,:]?$/u.test(text)) &&
  !/^[\w-]+\/|^\.{0,2}\/|^@|=>|^\s*(select|insert|update|delete|create|alter)\b|^[a-z]+(\s[a-z0-9.%()-]+)*\s*(px|%|fr|solid|auto)$/.test(
    text,
  );

function* sentencesOf(code) {
  const found = [];
  const add = (text, line) => {
    const plain = text.replace(/\s+/g, " ").trim();
    if (isRead(plain)) found.push({ line, text: plain });
  };
  const visit = (node, path) => {
    if (!node || typeof node.type !== "string") return;
    const { type } = node;
    if (/^(Import|Export(All|Named)Declaration$|TS)/.test(type) && !node.declaration) return;
    if (/^TS(Type|Interface)/.test(type)) return;
    if (type === "JSXAttribute" && UNREAD_PROPS.test(node.name.name)) return;
    if (type === "ObjectProperty" && UNREAD_PROPS.test(node.key.name ?? "") && node.key.name !== "name") return;
    if (type === "CallExpression" && CALLEES_UNREAD.test(node.callee.name ?? node.callee.property?.name ?? "")) return;
    if (type === "ThrowStatement" && /^(Range|Type)?Error$/.test(node.argument?.callee?.name ?? "")) return;
    if (type === "JSXText") add(node.value, node.loc.start.line);
    else if (type === "StringLiteral") add(node.value, node.loc.start.line);
    else if (type === "TemplateLiteral") {
      add(node.quasis.map(({ value }) => value.cooked ?? "").join("…"), node.loc.start.line);
    }
    for (const [field, child] of Object.entries(node)) {
      if (field === "loc" || field === "typeAnnotation" || field === "typeParameters") continue;
      for (const each of Array.isArray(child) ? child : [child]) if (each?.type) visit(each, [...path, node]);
    }
  };
  visit(parse(code, { sourceType: "module", plugins: ["typescript", "jsx"] }).program, []);
  yield* found;
}

const files = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return entry.name === "testing" || entry.name === "fixtures" ? [] : files(path);
    return /\.tsx?$/.test(entry.name) && !/\.(test|as|wasm)\.tsx?$/.test(entry.name) ? [path] : [];
  });

for (const path of files(join(root, "src")))
  for (const { line, text } of sentencesOf(readFileSync(path, "utf8")))
    console.log(`${relative(root, path)}:${line}\t${text}`);
