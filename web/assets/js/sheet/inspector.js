// What is chosen, and what can be done with it: one place or many.
import { el } from "../dom.js";
import { kindOf, kinds } from "../ink.js";
import { valueOf } from "./details.js";
import { lineUp, pageRange } from "./arrange.js";

const forms = [
  ["", "any text"],
  ["time", "a time"],
  ["ampm", "AM or PM"],
  ["day", "a day of the month"],
  ["month", "a month"],
  ["year", "a year"],
  ["number", "a number"],
  ["money", "an amount of money"],
  ["company", "a company"],
  ["license", "a license number"],
  ["title", "a title or capacity"],
];

export class Inspector {
  constructor(draft, view, hand, pages) {
    Object.assign(this, { draft, view, hand, pages });
    this.root = document.getElementById("inspector");
  }

  render() {
    if (this.root.contains(document.activeElement) && document.activeElement.matches("input, textarea")) return;
    const list = this.hand.chosen();
    this.root.classList.toggle("choosing", list.length > 0);
    if (!list.length) {
      this.root.replaceChildren(el("p", { class: "small quiet" }, "Nothing chosen. Press a letter for a kind, then click on the page."));
      return;
    }
    const focus = this.root.contains(document.activeElement) ? document.activeElement.dataset.part : null;
    const one = list[0];
    const own = list.every((f) => kindOf(f.kind).own);
    const head = list.length === 1 ? `${kindOf(one.kind).title}, page ${this.hand.pageOf(one).index + 1}` : `${list.length} places`;
    const parts = [
      el("p", { class: "small font-semibold" }, head),
      el("div", { class: "grid grid-cols-2 gap-2 mt-2" }, ...this.whoAndWhat(list)),
    ];
    const must = el("input", {
      type: "checkbox",
      "data-part": "must",
      onchange: (e) => this.hand.alter(() => ({ required: e.target.checked })),
    });
    must.checked = list.every((f) => f.required);
    parts.push(el("label", { class: "block mt-2" }, must, " must be filled ", el("span", { class: "key" }, "R")));
    if (own) parts.splice(1);
    if (list.length === 1 && one.kind === "text") parts.push(this.asked(one));
    if (list.length === 1 && (one.kind === "text" || own)) parts.push(this.words(one));
    if (list.every((f) => ["text", "note", "name", "date", "email", "strike"].includes(f.kind))) parts.push(this.type(list));
    if (list.length === 1 && own) parts.push(this.concerned(one));
    if (list.length === 1)
      parts.push(
        el("p", { class: "small quiet mt-2" }, `${one.w.toFixed(0)} × ${one.h.toFixed(0)} pt, line at ${(one.y + one.h).toFixed(0)} pt`),
      );
    else parts.push(this.alignment(list));
    parts.push(...(own ? [] : [this.choice(list), this.alike(list)]), this.elsewhere(list));
    parts.push(
      el(
        "p",
        { class: "small mt-2 flex gap-3" },
        el("button", { class: "plain", onclick: () => this.hand.copy() }, "copy"),
        el("button", { class: "plain", onclick: () => this.hand.remove() }, "delete"),
      ),
    );
    this.root.replaceChildren(...parts);
    if (focus) this.root.querySelector(`[data-part="${focus}"]`)?.focus();
  }

  whoAndWhat(list) {
    const one = list[0];
    const same = (k) => list.every((f) => f[k] === one[k]);
    const who = el("select", {
      class: "input",
      "aria-label": "For whom",
      "data-part": "who",
      onchange: (e) => this.hand.alter(() => ({ signer: Number(e.target.value) })),
    });
    if (!same("signer") || !this.draft.signer(one.signer))
      who.append(el("option", { value: 0 }, same("signer") ? "nobody" : "several people"));
    for (const s of this.draft.data.signers)
      who.append(el("option", { value: s.id, selected: same("signer") && s.id === one.signer }, `${s.code} ${s.name}`));
    const kind = el("select", {
      class: "input",
      "aria-label": "Kind of place",
      "data-part": "kind",
      onchange: (e) => e.target.value && this.hand.alter(() => ({ kind: e.target.value })),
    });
    if (!same("kind")) kind.append(el("option", { value: "" }, "several kinds"));
    for (const k of kinds) kind.append(el("option", { value: k.kind, selected: same("kind") && k.kind === one.kind }, k.title));
    return [el("label", {}, el("span", { class: "label" }, "For"), who), el("label", {}, el("span", { class: "label" }, "Kind"), kind)];
  }

  asked(one) {
    const label = el("input", {
      class: "input",
      value: one.label,
      maxlength: "120",
      "aria-label": "What is asked",
      onchange: (e) => this.hand.alter(() => ({ label: e.target.value.trim() })),
    });
    return el("label", { class: "block mt-2" }, el("span", { class: "label" }, "What is asked"), label);
  }

  /** What stands in a place from the start. */
  words(one) {
    const says = { note: "What it says", strike: "What replaces the struck words" }[one.kind] || "Stands there from the start";
    const input = el("input", {
      class: "input",
      value: one.value || "",
      maxlength: "500",
      "data-part": "words",
      onchange: (e) => {
        const words = e.target.value.trim();
        if (one.kind === "strike" && one.h - (one.struck || 0) < 7) this.view.changed.beside(one, [], words);
        else this.hand.alter(() => ({ value: words }));
      },
    });
    return el("label", { class: "block mt-2" }, el("span", { class: "label" }, says), input);
  }

  /** How text is set, and of what form it must be. */
  type(list) {
    const one = list[0];
    const select = (key, label, options) => {
      const s = el("select", {
        class: "input small",
        "aria-label": label,
        "data-part": key,
        onchange: (e) => {
          const { value } = e.target;
          const known = (f) => (key === "format" && !f.value ? valueOf(this.draft.signer(f.signer), value) : f.value);
          this.hand.alter((f) => ({ [key]: key === "size" ? Number(value) : value, value: known(f) }));
        },
      });
      for (const [value, words] of options) s.append(el("option", { value, selected: String(one[key] || "") === String(value) }, words));
      return s;
    };
    const bold = el("input", {
      type: "checkbox",
      "data-part": "bold",
      onchange: (e) => this.hand.alter(() => ({ bold: e.target.checked })),
    });
    bold.checked = Boolean(one.bold);
    return el(
      "div",
      { class: "grid grid-cols-2 gap-2 mt-2" },
      one.kind === "text" ? el("span", { class: "col-span-2" }, select("format", "What may be written", forms)) : "",
      select("size", "Size of the type", [["", "as large as fits"], ...[7, 8, 9, 10, 11, 12, 14, 18].map((n) => [n, `${n} pt`])]),
      select("align", "How the text stands", [
        ["", "from the left"],
        ["center", "in the middle"],
        ["right", "to the right"],
      ]),
      el("label", { class: "small" }, bold, " bold"),
    );
  }

  /** Who initials a changed term. */
  concerned(term) {
    const near = (s) =>
      [...this.draft.fields.values()].some(
        (f) =>
          f.kind === "initials" && f.signer === s.id && f.document === term.document && f.page === term.page && Math.abs(f.y - term.y) < 70,
      );
    const open = this.draft.data.signers.filter((s) => !near(s));
    if (!open.length) return "";
    return el(
      "p",
      { class: "small mt-3 border-t border-hair pt-2 flex flex-wrap items-center gap-x-2 gap-y-1" },
      el("span", { class: "quiet" }, "Initials beside it:"),
      ...open.map((s) =>
        el("button", { class: `plain ink-${s.ink} found-seat`, title: s.name, onclick: () => this.view.changed.beside(term, [s]) }, s.code),
      ),
      open.length > 1 ? el("button", { class: "plain", onclick: () => this.view.changed.beside(term, open) }, "all") : "",
    );
  }

  alignment(list) {
    const act = (words, how, title) =>
      el("button", { class: "plain", title, "data-part": how, onclick: () => this.hand.lineUp(lineUp[how]) }, words);
    return el(
      "p",
      { class: "small mt-2 flex flex-wrap gap-x-3" },
      act("one left edge", "left", "All begin where the first begins"),
      act("one line", "line", "All stand on the line of the first"),
      act("one size", "size", "All are as large as the first"),
      list.length > 2 ? act("even gaps", "spread", "The same gap between each and the next") : "",
    );
  }

  /** Places bound into a choice, or that could be. */
  choice(list) {
    const one = list[0];
    const bound = one.group ? [...this.draft.fields.values()].filter((f) => f.group === one.group) : [];
    if (!bound.length) {
      if (list.length < 2) return "";
      return el(
        "p",
        { class: "small mt-2" },
        el("button", { class: "plain", "data-part": "bind", onclick: () => this.hand.bind(list) }, "bind as a choice"),
        el("span", { class: "quiet" }, ": each person takes one side"),
      );
    }
    const change = (to) => this.draft.change(bound.map((f) => [f, { ...f, ...to }]));
    const rule = el("select", {
      class: "input small w-auto!",
      "aria-label": "How many sides are taken",
      "data-part": "rule",
      onchange: (e) => change({ rule: e.target.value }),
    });
    for (const [value, words] of [
      ["one", "exactly one"],
      ["most", "at most one"],
      ["least", "at least one"],
    ])
      rule.append(el("option", { value, selected: value === one.rule }, words));
    const same = el("input", { type: "checkbox", "data-part": "same", onchange: (e) => change({ same: e.target.checked }) });
    same.checked = Boolean(one.same);
    const sides = new Set(bound.map((f) => f.side)).size;
    const side = el("input", {
      class: "input small",
      value: one.side,
      maxlength: "80",
      "aria-label": "Name of this side",
      onchange: (e) => e.target.value.trim() && this.hand.alter(() => ({ side: e.target.value.trim() })),
    });
    const about = el("input", {
      class: "input small",
      value: bound.find((f) => f.kind !== "text")?.label ?? "",
      maxlength: "110",
      "aria-label": "What the choice is about",
      onchange: (e) => this.draft.change(bound.filter((f) => f.kind !== "text").map((f) => [f, { ...f, label: e.target.value.trim() }])),
    });
    return el(
      "div",
      { class: "small mt-3 border-t border-hair pt-2" },
      el("p", { class: "quiet" }, `A choice of ${sides} sides, ${bound.length} places`),
      el("p", { class: "flex items-center gap-2 mt-1" }, rule, el("label", {}, same, " all the same")),
      el("label", { class: "flex items-center gap-2 mt-1" }, "about", about),
      el("label", { class: "flex items-center gap-2 mt-1" }, "side", side),
      el(
        "p",
        { class: "flex gap-3 mt-1" },
        el("button", { class: "plain", onclick: () => this.hand.choose(bound.map((f) => f.id)) }, "choose all of it"),
        el("button", { class: "plain", onclick: () => change({ group: "", side: "", rule: "", same: false }) }, "unbind"),
      ),
    );
  }

  /** Choosing more places like those chosen. */
  alike(list) {
    const one = list[0];
    const of = (test) => () => this.hand.choose([...this.draft.fields.values()].filter(test).map((f) => f.id));
    const s = this.draft.signer(one.signer);
    return el(
      "p",
      { class: "small mt-2 flex flex-wrap gap-x-3" },
      el("span", { class: "quiet" }, "Choose"),
      el(
        "button",
        { class: "plain", onclick: of((f) => f.kind === one.kind && f.signer === one.signer) },
        `every ${kindOf(one.kind).title.toLowerCase()} of ${s ? s.code : "nobody"}`,
      ),
      el("button", { class: "plain", onclick: of((f) => f.signer === one.signer) }, `all of ${s ? s.code : "nobody"}`),
    );
  }

  /** The same spot on other pages. */
  elsewhere(list) {
    const pages = this.pages.pages;
    const here = this.hand.pageOf(list[0]);
    if (pages.length < 2 || !list.every((f) => this.hand.pageOf(f) === here)) return "";
    const range = el("input", { class: "input small w-[84px]!", placeholder: "2-5, 8", "aria-label": "Pages to put them on" });
    const put = (targets) => {
      const n = this.hand.repeat(
        list,
        targets.filter((p) => p && p !== here),
      );
      this.view.say(n ? `Put on ${n} other page${n === 1 ? "" : "s"}. Z takes it back.` : "They are on those pages already.");
    };
    const ranged = () => {
      const found = pageRange(range.value, pages.length);
      if (found) put(found.map((i) => pages[i]));
      else this.view.say(`Say pages as in “2-5, 8”, up to ${pages.length}.`);
    };
    range.addEventListener("keydown", (e) => e.key === "Enter" && ranged());
    const foot = this.view.found?.foot(here);
    const feet = foot ? pages.filter((p) => this.view.found.foot(p) === foot) : [];
    const inDocument = pages.filter((p) => p.document === here.document);
    return el(
      "div",
      { class: "small mt-3 border-t border-hair pt-2" },
      el("p", { class: "quiet" }, "The same spot on other pages"),
      el(
        "p",
        { class: "flex flex-wrap items-center gap-x-3 gap-y-1" },
        inDocument.length > 1
          ? el("button", { class: "plain", onclick: () => put(inDocument) }, `the document’s ${inDocument.length}`)
          : "",
        feet.length > 1 ? el("button", { class: "plain", onclick: () => put(feet) }, `the ${feet.length} with this foot`) : "",
        el("button", { class: "plain", onclick: () => put(pages) }, `all ${pages.length}`),
        range,
        el("button", { class: "plain", onclick: ranged }, "put"),
      ),
    );
  }
}
