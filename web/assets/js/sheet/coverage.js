// Pages by people: what each has on each page, with what is missing standing out.
import { el } from "../dom.js";
import { glyph, kindOf, svg } from "../ink.js";

/** Shows the grid; a press on a page goes there. */
export function coverage(draft, pages, dialog) {
  if (dialog.open || !draft.data) return;
  const { signers, findings } = draft.data;
  const cells = new Map(); // page index / signer -> kinds
  const index = new Map(pages.pages.map((p) => [`${p.document}/${p.page}`, p.index]));
  for (const f of draft.fields.values()) {
    const key = `${index.get(`${f.document}/${f.page}`)}/${f.signer}`;
    const has = cells.get(key) || new Map();
    has.set(f.kind, (has.get(f.kind) || 0) + 1);
    cells.set(key, has);
  }
  const missing = new Set();
  for (const f of findings.filter((k) => k.fix === "page"))
    for (const n of ranges(f.text)) missing.add(`${index.get(`${f.document}/${n - 1}`)}/${f.signer}`);
  const over = new Set(findings.filter((k) => k.over).map((f) => `${index.get(`${f.document}/${f.page}`)}/${f.signer}`));
  const cell = (page, s) => {
    const has = cells.get(`${page.index}/${s.id}`);
    const much = over.has(`${page.index}/${s.id}`);
    const gone = missing.has(`${page.index}/${s.id}`);
    const words = has ? [...has].map(([k, n]) => `${n} ${kindOf(k).title.toLowerCase()}`).join(", ") : "nothing";
    return el(
      "td",
      { class: `ink-${s.ink} ${gone || much ? "missing" : ""}`, title: `${s.name}, page ${page.index + 1}: ${words}` },
      el("span", { class: "sr-only" }, words),
      ...(has ? marks(has) : []),
      gone ? "no initials" : much ? "one too many?" : "",
    );
  };
  const row = (page) =>
    el(
      "tr",
      {},
      el(
        "th",
        { scope: "row" },
        el(
          "button",
          {
            class: "plain small",
            onclick: () => {
              dialog.close();
              pages.go(page.index);
            },
          },
          `${page.index + 1}`,
        ),
        page.page === 0 ? el("span", { class: "small quiet ml-2" }, page.name) : "",
      ),
      ...signers.map((s) => cell(page, s)),
    );
  const head = el(
    "tr",
    {},
    el("th", {}, "Page"),
    ...signers.map((s) => el("th", { scope: "col", class: `ink-${s.ink}`, title: s.name }, s.code)),
  );
  dialog
    .querySelector("div")
    .replaceChildren(el("table", { class: "coverage" }, el("thead", {}, head), el("tbody", {}, ...pages.pages.map(row))));
  dialog.showModal();
}

function marks(has) {
  return [...has].map(([kind, n]) =>
    el("span", { "aria-hidden": "true" }, svg("svg", { viewBox: "-1 -2 17 13", width: 20, height: 14 }, glyph(kind)), n > 1 ? `${n}` : ""),
  );
}

/** The pages in words such as “page 2–4, 7”. */
function ranges(text) {
  const out = [];
  for (const [, from, to] of (text.split(" page ").pop() || "").matchAll(/(\d+)(?:–(\d+))?/g))
    for (let n = Number(from); n <= Number(to || from); n++) out.push(n);
  return out;
}
