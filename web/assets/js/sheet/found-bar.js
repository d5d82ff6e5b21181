// What can be done with the found places at once.
import { el } from "../dom.js";

/** How many are found, how sure they must be, and taking or passing over those of a page, a document, all. */
export function summary(found, list) {
  const mine = list.filter((x) => x.who || x.own).length;
  const out = el("output", { class: "tabular-nums" }, `${found.least} %`);
  const range = el("input", {
    type: "range",
    min: "30",
    max: "99",
    value: found.least,
    class: "w-[44px]",
    "aria-label": "Take only what is at least so sure, in percent",
    oninput: (e) => {
      found.least = Number(e.target.value);
      out.textContent = `${found.least} %`;
      found.counts();
    },
    onchange: (e) => {
      e.target.blur();
      found.draft.tell("spots");
    },
  });
  const here = () => found.pages.pages[found.pages.current];
  const make = (words, key, test) => {
    const b = el(
      "button",
      { class: "button small px-2!", onclick: () => found.take(found.ready(test)) },
      words,
      " ",
      el("b", {}),
      key ? el("span", { class: "key ml-1" }, key) : "",
    );
    b.count = () => found.ready(test).length;
    return b;
  };
  found.takers = [
    make("page", "A", (x) => x.page === here()),
    found.draft.data.documents.length > 1 && make("document", "", (x) => x.page.document === here()?.document),
    make("all", "⇧A", () => true),
  ].filter(Boolean);
  const others = list.length - mine;
  return [
    el(
      "span",
      { title: `${others} more are for seats that nobody here holds, or name none` },
      el("b", {}, mine),
      ` found${others ? `, ${others} for others` : ""}`,
    ),
    list.every(({ s }) => s.kept && s.sure >= 80)
      ? ""
      : el("label", { class: "flex items-center gap-1.5 whitespace-nowrap" }, "≥", out, "sure", range),
    el("span", { class: "flex items-center gap-1" }, "take", ...found.takers),
    el(
      "span",
      { class: "flex items-center gap-2" },
      el("span", { class: "quiet whitespace-nowrap" }, "pass over"),
      ...[
        ["page", (x) => x.page === here()],
        ["all", () => true],
      ].map(([words, test]) =>
        el(
          "button",
          {
            class: "plain",
            "aria-label": `Pass over what is found on ${words === "page" ? "this page" : "every page"}`,
            onclick: () => found.passAll(test),
          },
          words,
        ),
      ),
    ),
  ];
}
