// What changes a printed page: terms struck out here, or by hand on a page that came back, with the initials of
// those concerned beside them; and the agent's execution block in a last turn. A box drawn on a page says where.
import { el } from "../dom.js";
import { svg } from "../ink.js";
import { newID } from "./store.js";
import { round, within } from "./pages.js";

const ours = { seller: ["seller", "landlord"], buyer: ["buyer", "tenant"] };

export class Changed {
  constructor(draft, view, hand, pages, found) {
    Object.assign(this, { draft, view, hand, pages, found, box: null });
    view.changed = this;
    document.addEventListener("keydown", (e) => this.key(e), true);
  }

  /** Keeps a box that was drawn where no place is. */
  set(page, b) {
    this.box = page && b.w > 10 && b.h > 5 ? { page, ...b } : null;
    this.draft.tell("spots");
  }

  /** The people of the office's own side. */
  clients() {
    return this.draft.data.signers.filter((s) => (ours[this.draft.data.side] ?? ours.buyer).includes(s.role));
  }

  mark(page) {
    if (this.box?.page !== page) return [];
    const { x, y, w, h } = this.box;
    return [{ id: "box", key: `${x} ${y} ${w} ${h}`, make: () => svg("rect", { class: "boxed", x, y, width: w, height: h }) }];
  }

  /** What can be done where the box is. */
  parts() {
    if (!this.box) return [];
    const who = this.draft.data.signers;
    const clients = this.clients();
    return [
      el(
        "span",
        { class: "flex items-center gap-2" },
        el("span", {}, "Changed here by hand: initials of"),
        clients.length
          ? el(
              "button",
              { class: "button small px-2!", onclick: () => this.initials(clients) },
              "my clients",
              el("span", { class: "key ml-1" }, "H"),
            )
          : "",
        ...who.map((s) =>
          el("button", { class: `plain ink-${s.ink} found-seat`, title: s.name, onclick: () => this.initials([s]) }, s.code),
        ),
      ),
      el(
        "button",
        { class: "button small px-2!", onclick: () => this.execute() },
        "I execute here",
        el("span", { class: "key ml-1" }, "Y"),
      ),
    ];
  }

  /** The box, or by keyboard the one place that is chosen. */
  where() {
    const [one, more] = this.hand.chosen();
    return this.box ?? (one && !more ? { page: this.hand.pageOf(one), x: one.x, y: one.y, w: one.w, h: one.h } : null);
  }

  key(e) {
    if (!this.where() || e.target.closest?.("input, textarea, select, dialog, #people-column") || e.ctrlKey || e.metaKey || e.altKey)
      return;
    const boxed = { y: () => this.execute(), escape: () => this.set(null) };
    const act = { h: () => this.initials(this.clients()), ...(this.box ? boxed : {}) }[e.key.toLowerCase()];
    if (!act) return;
    e.preventDefault();
    e.stopPropagation();
    act();
  }

  async initials(signers) {
    if (!signers.length) {
      this.view.say("None of your clients signs here yet.");
      return;
    }
    const { page, x, y, w, h } = this.where();
    if (await this.beside({ document: page.document, page: page.page, x, y, w, h }, signers)) this.set(null);
  }

  /** Puts initials, and what replaces struck words, where there is room beside a term. */
  async beside(term, signers, note = "") {
    await this.draft.settle();
    const query = new URLSearchParams([...signers.map((s) => ["signer", s.id]), ["note", note]]);
    for (const k of ["document", "page", "x", "y", "w", "h"]) query.set(k, term[k]);
    if (term.id) query.set("field", term.id);
    const r = await fetch(`/packets/${this.draft.id}/initials?${query}`, { headers: { Accept: "application/json, text/plain" } });
    if (!r.ok) {
      this.view.say((await r.text()).trim());
      return false;
    }
    const { places, lacks } = await r.json();
    this.draft.change(places.map((f) => [null, f]));
    this.view.say(lacks.length ? `There is no room beside it for ${lacks.map((l) => l.what).join(", ")}.` : "");
    return true;
  }

  /** The member as a signer after everybody else; their turn is added if there is none. */
  async last() {
    const mine = (list) => list.filter((s) => s.you).sort((a, b) => b.turn - a.turn)[0];
    const { signers } = this.draft.data;
    const others = Math.max(0, ...signers.filter((s) => !s.you).map((s) => s.turn));
    const me = mine(signers);
    if (me && me.turn > others) return me;
    const sheet = await this.draft.edit({ op: "signer", party: me?.party ?? 0, turn: Math.max(0, ...signers.map((s) => s.turn)) + 1 });
    return mine(sheet.signers);
  }

  /** Makes the blanks in the box, or a row of places where there are none, the member's to fill in last. */
  async execute() {
    const { page, x, y, w, h } = this.box;
    const me = await this.last().catch((err) => this.view.say(err.message));
    if (!me) return;
    const inside = (s) => s.x + s.w / 2 > x && s.x + s.w / 2 < x + w && s.y + s.h > y && s.y + s.h < y + h + 4;
    const spots = this.found.lines(page).filter((s) => ["text", "date", "initials", "signature"].includes(s.kind) && inside(s));
    const made = (spots.length ? onBlanks(spots) : inRow({ x, y, w, h })).map((f) =>
      within({ id: newID(), document: page.document, page: page.page, required: true, signer: me.id, label: "", rev: 0, ...f }, page),
    );
    const free = made.filter((f) => !this.draft.fields.has(f.id));
    this.draft.change(free.map((f) => [null, f]));
    this.box = null;
    this.hand.choose(free.map((f) => f.id));
    this.view.say(`${free.length} places for you in turn ${me.turn}, after everybody else.`);
  }
}

const text = (format, title) => ({ kind: "text", format, label: title, align: "center" });
const parts = { day: text("day", "Day"), month: text("month", "Month"), year: text("year", "Year"), time: text("time", "Time") };

/** What the blanks of an execution block ask for: by their labels, else by how such a sentence goes. */
function onBlanks(spots) {
  const said = (label) =>
    /\bmonth\b/i.test(label)
      ? "month"
      : /\byear\b|\b20$/i.test(label)
        ? "year"
        : /\bday\b(?! of)/i.test(label)
          ? "day"
          : /\btime\b|o.clock/i.test(label)
            ? "time"
            : "";
  const order = [...spots].sort((a, b) => Math.round((a.y + a.h) / 10) - Math.round((b.y + b.h) / 10) || a.x - b.x);
  const blanks = order.filter((s) => s.kind === "text" || s.kind === "date");
  const usual = blanks.length > 2 ? ["day", "month", "year", "time"] : ["", "time"]; // a date alone fills itself
  return order.map(({ id, x, y, w, h, kind, label }) => {
    const at = blanks.findIndex((s) => s.id === id);
    if (at < 0) return { id, x, y, w, h, kind };
    const part = parts[said(label) || usual[at] || (blanks.length > 2 ? "time" : "")];
    return { id, x, y, w, h, ...(part ?? { kind: "date" }) };
  });
}

/** Day, month, year and initials side by side on the lower edge of a box. */
function inRow({ x, y, w, h }) {
  const gap = 6;
  const room = w - 3 * gap;
  const height = Math.min(20, h);
  const out = [];
  let left = x;
  for (const [share, f] of [
    [0.16, parts.day],
    [0.36, parts.month],
    [0.2, parts.year],
    [0.28, { kind: "initials" }],
  ]) {
    out.push({ ...f, x: round(left), y: round(y + h - height), w: round(share * room), h: height });
    left += share * room + gap;
  }
  return out;
}
