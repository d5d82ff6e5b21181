// The line finder on forms that another program sets: HTML printed by Chromium, where each blank's place is known
// from the browser itself. The line within six points, three fifths of the length in common, as in bench/forms.
import { test } from "node:test";
import assert from "node:assert/strict";
import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { launch } from "./app.mjs";
import * as printed from "./forms/printed.mjs";
import * as more from "./forms/more.mjs";

const signing = ["signature", "initials", "date"];

/** Where the blanks lie: points from the top left of their page, y on the line. */
function blanks() {
  const pages = [...document.querySelectorAll(".page")];
  return [...document.querySelectorAll("[data-k]")].map((e) => {
    const at = pages.findIndex((p) => p.contains(e));
    const [r, page] = [e.getBoundingClientRect(), pages[at].getBoundingClientRect()];
    const foot = /_/.test(e.textContent) ? r.bottom - r.height * 0.2 : r.bottom; // underscores stand below their baseline
    const { k, r: role, n } = e.dataset;
    return {
      page: at + 1,
      kind: k,
      role,
      number: Number(n),
      x0: (r.left - page.left) * 0.75,
      x1: (r.right - page.left) * 0.75,
      y: (foot - page.top) * 0.75,
    };
  });
}

const meets = (w, g) =>
  g.page === w.page &&
  g.kind === w.kind &&
  Math.abs(g.y + g.h - w.y) <= 6 &&
  (Math.min(w.x1, g.x + g.w) - Math.max(w.x0, g.x)) / Math.max(w.x1 - w.x0, g.w) >= 0.6;

for (const [name, { forms, style }] of Object.entries({ printed, more })) {
  test(`places on printed web pages (${name}): what signs, initials and dates, and whose it is`, async () => {
    const dir = mkdtempSync(join(tmpdir(), "indicum-lines-"));
    const browser = await launch();
    try {
      const page = await browser.newPage({ viewport: { width: 816, height: 1056 } });
      await page.emulateMedia({ media: "print" });
      await page.setContent(`<style>${style}</style>${Object.values(forms).join("")}`);
      const truth = (await page.evaluate(blanks)).filter((w) => signing.includes(w.kind));
      const path = join(dir, "forms.pdf");
      await page.pdf({ path, width: "816px", height: "1056px", printBackground: true });
      const said = execFileSync("bin/indicum", ["lines", path], { encoding: "utf8", maxBuffer: 1 << 26 });
      const { f1, seats, notes } = compare(
        truth,
        JSON.parse(said).filter((g) => signing.includes(g.kind)),
      );
      console.log(`${Object.keys(forms).length} printed forms: F1 ${f1.toFixed(3)}, seats ${seats.toFixed(3)}`);
      assert.ok(
        f1 >= 0.99 && seats >= 0.985, // the aims are 0.95 each; a rule that breaks costs less than that
        `F1 ${f1}, seats ${seats}\n${notes.join("\n")}`,
      );
    } finally {
      await browser.close();
      rmSync(dir, { recursive: true, force: true });
    }
  });
}

/** How well what was found agrees with what is there; notes say what does not. */
function compare(truth, found) {
  const notes = [];
  const used = new Set();
  let seats = 0;
  for (const w of truth) {
    const hit = found.findIndex((g, i) => !used.has(i) && meets(w, g));
    if (hit < 0) {
      notes.push(`missed ${JSON.stringify(w)}`);
      continue;
    }
    used.add(hit);
    const { role, number, label } = found[hit];
    if (role === w.role && (number === w.number || !w.role)) seats++;
    else notes.push(`page ${w.page}: ${w.kind} of ${w.role} ${w.number} said to be of ${role} ${number} (${label})`);
  }
  found.forEach((g, i) => used.has(i) || notes.push(`surplus ${JSON.stringify(g)}`));
  return { f1: (2 * used.size) / (found.length + truth.length), seats: seats / used.size, notes };
}
