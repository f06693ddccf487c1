// Builds umberpot/static from frontend/ and the templates. Run by `npm run build`.
import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { copyFileSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from "node:fs";
import { dirname, join, relative, sep } from "node:path";
import { fileURLToPath } from "node:url";
import { buildSync } from "esbuild";

const here = dirname(fileURLToPath(import.meta.url));
const top = dirname(here);
const out = join(top, "umberpot", "static");
const modules = join(here, "node_modules");

const copies = [
  ["htmx.org/dist/htmx.min.js", "vendor/htmx.min.js"],
  ["htmx.org/LICENSE", "vendor/htmx.LICENSE"],
  ["@alpinejs/csp/dist/cdn.min.js", "vendor/alpine-csp.min.js"],
  ["@fontsource-variable/archivo/files/archivo-latin-wdth-normal.woff2", "fonts/archivo-latin.woff2"],
  ["@fontsource-variable/archivo/files/archivo-latin-ext-wdth-normal.woff2", "fonts/archivo-latin-ext.woff2"],
  ["@fontsource-variable/archivo/LICENSE", "fonts/archivo.LICENSE"],
];

function filesBelow(folder) {
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name));
}

// bin/stale_build.py works out the same sum, before every commit.
function sumOfInputs() {
  const inputs = ["app.css", "build.mjs", "package.json", "package-lock.json"].map((name) => join(here, name));
  inputs.push(...filesBelow(join(here, "scripts")));
  inputs.push(...filesBelow(join(top, "umberpot")).filter((path) => path.endsWith(".html")));
  const names = inputs.map((path) => relative(top, path).split(sep).join("/")).sort();
  const sum = createHash("sha256");
  for (const name of names) {
    sum.update(name + "\0");
    sum.update(readFileSync(join(top, name)));
  }
  return sum.digest("hex");
}

for (const [from, to] of copies) {
  const target = join(out, to);
  mkdirSync(dirname(target), { recursive: true });
  copyFileSync(join(modules, from), target);
}
buildSync({
  entryPoints: [join(here, "scripts", "main.js")],
  outfile: join(out, "app.js"),
  bundle: true,
  minify: true,
  format: "iife",
  target: "es2022",
});
execFileSync(join(modules, ".bin", "tailwindcss"), ["--input", join(here, "app.css"), "--output", join(out, "app.css"), "--minify"], {
  stdio: "inherit",
});
writeFileSync(join(out, "built-from.sha256"), sumOfInputs() + "\n");
