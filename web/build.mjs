// Builds what the binary embeds: bundled scripts, the style sheet, and the type, all from the
// pinned npm packages. Nothing of theirs is kept in the repository.
import { build } from "esbuild";
import { execFileSync } from "node:child_process";
import { copyFileSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { inflateSync } from "node:zlib";

const screenType = {
  newsreader: ["latin-400", "latin-500", "latin-ext-400", "latin-ext-500"],
  "public-sans": ["latin-400", "latin-600", "latin-ext-400", "latin-ext-600"],
};

// What marks on the page are set in: the text face with its fallbacks, and the written styles.
const pageType = {
  "public-sans": ["latin-400", "latin-ext-400", "latin-600", "latin-ext-600", "vietnamese-400"],
  "noto-sans": ["greek-400", "cyrillic-400", "cyrillic-ext-400"],
  newsreader: ["latin-500", "latin-ext-500"],
  "la-belle-aurore": ["latin-400", "latin-ext-400"],
  caveat: ["latin-500", "latin-ext-500", "cyrillic-500"],
  "mrs-saint-delafield": ["latin-400", "latin-ext-400"],
};

const file = (family, face, ext) => `node_modules/@fontsource/${family}/files/${family}-${face}-normal.${ext}`;

/** Unpacks a WOFF 1.0 file (W3C Recommendation, 13 December 2012) into the sfnt it wraps. */
function sfntOf(woff) {
  if (woff.toString("latin1", 0, 4) !== "wOFF") throw new Error("not a WOFF 1.0 file");
  const count = woff.readUInt16BE(12);
  const tables = [];
  for (let i = 0; i < count; i++) {
    const at = 44 + 20 * i;
    const offset = woff.readUInt32BE(at + 4);
    const packed = woff.readUInt32BE(at + 8);
    const size = woff.readUInt32BE(at + 12);
    const raw = woff.subarray(offset, offset + packed);
    const body = packed < size ? inflateSync(raw) : raw;
    if (body.length !== size) throw new Error("a font table has the wrong size");
    tables.push({ tag: woff.subarray(at, at + 4), sum: woff.readUInt32BE(at + 16), body });
  }
  const power = 2 ** Math.floor(Math.log2(count));
  const head = Buffer.alloc(12 + 16 * count);
  woff.copy(head, 0, 4, 8);
  head.writeUInt16BE(count, 4);
  head.writeUInt16BE(power * 16, 6);
  head.writeUInt16BE(Math.log2(power), 8);
  head.writeUInt16BE((count - power) * 16, 10);
  const bodies = [];
  let offset = head.length;
  tables.forEach((table, i) => {
    const at = 12 + 16 * i;
    table.tag.copy(head, at);
    head.writeUInt32BE(table.sum, at + 4);
    head.writeUInt32BE(offset, at + 8);
    head.writeUInt32BE(table.body.length, at + 12);
    const padded = Buffer.alloc((table.body.length + 3) & ~3);
    table.body.copy(padded);
    bodies.push(padded);
    offset += padded.length;
  });
  return Buffer.concat([head, ...bodies]);
}

mkdirSync("web/dist/fonts", { recursive: true });
mkdirSync("core/typeface/dist", { recursive: true });
for (const [family, faces] of Object.entries(screenType)) {
  for (const face of faces) {
    copyFileSync(file(family, face, "woff2"), `web/dist/fonts/${family}-${face}.woff2`);
  }
}
for (const [family, faces] of Object.entries(pageType)) {
  for (const face of faces) {
    writeFileSync(`core/typeface/dist/${family}-${face}.ttf`, sfntOf(readFileSync(file(family, face, "woff"))));
  }
}

await build({
  entryPoints: ["app", "bench", "sheet", "signing"].map((name) => `web/assets/js/${name}.js`),
  outdir: "web/dist",
  bundle: true,
  minify: true,
  format: "iife",
  target: "es2022",
  legalComments: "linked",
});
execFileSync("node_modules/.bin/tailwindcss", ["-i", "web/assets/css/app.css", "-o", "web/dist/app.css", "--minify"], {
  stdio: ["ignore", "ignore", "inherit"],
});
