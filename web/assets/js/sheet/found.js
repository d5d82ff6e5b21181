// Places that were found on the pages: shown lightly until they are taken or passed over.
import { el } from "../dom.js";
import { kindOf, spotMark } from "../ink.js";
import { detail } from "./details.js";
import { within } from "./pages.js";
import { summary } from "./found-bar.js";
import { fromKept, knownForms, seated } from "./stencil.js";

export class Found {
  constructor(draft, view, hand, pages) {
    Object.assign(this, {
      draft,
      view,
      hand,
      pages,
      data: { looking: 0, pages: [], known: [] },
      byPage: new Map(),
      chosen: new Set(),
      least: 80,
    });
    this.root = document.getElementById("found");
    view.found = this;
    draft.onchange(() => (this.known = null));
    pages.canvas.addEventListener("click", (e) => {
      const id = e.target.closest(".spot")?.dataset.spot;
      if (id && !hand.armed) this.take([id]);
    });
    document.addEventListener("keydown", (e) => this.key(e), true);
  }

  async load() {
    clearTimeout(this.timer);
    const r = await fetch(`/packets/${this.draft.id}/spots`, { headers: { Accept: "application/json" } }).catch(() => null);
    if (r?.ok) {
      this.data = await r.json();
      this.byPage = new Map(this.data.pages.map((p) => [`${p.document}/${p.page}`, p]));
      this.draft.tell("spots");
    }
    if (!r?.ok || this.data.looking) this.timer = setTimeout(() => this.load(), 1500);
  }

  page(p) {
    return this.byPage.get(`${p.document}/${p.page}`);
  }

  /** What is printed at the foot of a page, with numbers left out. */
  foot(p) {
    return this.page(p)?.foot || "";
  }

  /** Where a page is set in columns. */
  columns(p) {
    return this.page(p)?.columns || [];
  }

  /** The lines of a page, to stand places on. */
  lines(p) {
    return this.page(p)?.spots || [];
  }

  /** Asks for room for an extra signer beside the places of the one they follow. */
  async fit(signer) {
    await this.draft.settle();
    const r = await fetch(`/packets/${this.draft.id}/fit/${signer}`, { headers: { Accept: "application/json, text/plain" } });
    if (!r.ok) {
      this.view.say((await r.text()).trim());
      return;
    }
    this.room = await r.json();
    const { places, lacks } = this.room;
    this.view.say(places.length || lacks.length ? "" : "They have a place beside each already.");
    const first = places[0] && this.pages.pages.find((p) => p.document === places[0].document && p.page === places[0].page);
    if (first) this.pages.go(first.index);
    this.draft.tell("spots");
  }

  /** Adds sheets with lines for who has no room. */
  async continueOn() {
    await this.draft.settle();
    const r = await fetch(`/packets/${this.draft.id}/fit/${this.room.signer}/continue`, {
      method: "POST",
      headers: { Accept: "text/plain" },
    });
    if (!r.ok) {
      this.view.say((await r.text()).trim());
      return;
    }
    this.room.lacks = [];
    this.draft.adopt(await r.json());
    this.view.say("A sheet with lines for them was added behind the document.");
  }

  /** Room that was found for an extra signer, as spots of a page. */
  fitted(p) {
    return (this.room?.places ?? [])
      .filter((f) => f.document === p.document && f.page === p.page)
      .map((f) => ({ ...f, sure: 100, fit: f, code: "", label: f.label || "" }));
  }

  /** The signer who holds the seat of a spot. */
  holder(s) {
    if (s.fit) return this.draft.signer(s.fit.signer);
    return s.role ? seated(this.draft.data.signers, s) : undefined;
  }

  /** The spots of a page that are neither taken nor passed over; worked out once for each change. */
  open(p) {
    if (!this.known) {
      this.known = { open: new Map(), passed: new Set(this.draft.data.passed), fields: new Map() };
      for (const f of this.draft.fields.values()) {
        const key = `${f.document}/${f.page}`;
        const list = this.known.fields.get(key);
        if (list) list.push(f);
        else this.known.fields.set(key, [f]);
      }
    }
    const key = `${p.document}/${p.page}`;
    if (!this.known.open.has(key)) this.known.open.set(key, this.unclaimed(p, this.known.fields.get(key) ?? []));
    return this.known.open.get(key);
  }

  unclaimed(p, here) {
    const fits = this.fitted(p);
    const { passed } = this.known;
    return [...fits, ...this.lines(p)].filter(
      (s) =>
        !s.aside && !passed.has(s.id) && !here.some((f) => f.id === s.id || covers(f, s)) && (s.fit || !fits.some((f) => covers(f, s))),
    );
  }

  all() {
    return this.pages.pages.flatMap((page) => this.open(page).map((s) => ({ s, page, who: this.holder(s), own: kindOf(s.kind).own })));
  }

  /** The open spots of a page: how each is told from what it was, and drawn. */
  marks(page) {
    const spots = this.open(page).map((s) => {
      const who = this.holder(s);
      const key = [who?.id, who?.ink, who?.code, who?.name, s.x, s.y, s.w, s.h, this.chosen.has(s.id)].join();
      return { id: `spot ${s.id}`, key, make: () => this.mark(s, who, page) };
    });
    return [...spots, ...this.view.changed.mark(page)];
  }

  mark(s, who, page) {
    const g = spotMark(s, who);
    if (this.chosen.has(s.id)) g.classList.add("chosen");
    g.setAttribute("tabindex", "0");
    g.setAttribute("role", "button");
    g.setAttribute(
      "aria-label",
      `Found: ${s.kind}, ${who ? who.name : s.seat || "nobody named"}, page ${page.index + 1}, ${s.sure} percent sure. Enter takes it, Delete passes it over.`,
    );
    return g;
  }

  find(ids) {
    const want = new Set(ids);
    return this.all().filter(({ s }) => want.has(s.id));
  }

  take(ids) {
    const made = this.find(ids).map(({ s, page, who, own }) =>
      within(
        {
          ...(s.fit || fromKept(s)),
          id: s.id,
          document: page.document,
          page: page.page,
          kind: s.kind,
          x: s.x,
          y: s.y,
          w: s.w,
          h: s.h,
          required: (s.fit || s.kept)?.required ?? (s.kind !== "tick" && !(s.kind === "text" && !who)),
          signer: own ? 0 : who ? who.id : this.hand.signer(),
          label: s.kept?.label ?? (s.about ? s.about : s.kind === "text" ? s.label.replace(/[\s:_.]+$/, "").slice(-100) : ""),
          rev: 0,
          ...(s.kind === "text" && !s.fit && !s.kept ? detail(who, s.label) : {}),
          ...(s.group && s.kept ? { group: s.group } : {}),
          ...(s.group && !s.fit && !s.kept ? { group: s.group, side: s.side || s.id, rule: "one", same: s.kind !== "tick" } : {}),
        },
        page,
      ),
    );
    if (!made.length) return;
    this.chosen.clear();
    this.draft.change(made.map((f) => [null, f]));
    if (made.length === 1) {
      this.hand.choose([made[0].id]);
      this.pages.show(made[0]);
    } else this.view.say(`${made.length} places taken. Z gives them back.`);
  }

  pass(ids) {
    if (!ids.length) return;
    this.chosen.clear();
    this.draft.data.passed = [...this.draft.data.passed, ...ids]; // shown at once; the server answers with the same
    this.draft.tell("spots");
    this.draft.edit({ op: "pass", spots: ids }).catch(() => {});
  }

  /** Passes over all open spots that a test holds for, of other people too. */
  passAll(test) {
    this.pass(
      this.all()
        .filter(test)
        .map(({ s }) => s.id),
    );
  }

  /** The open spots inside a box drawn on a page. */
  box(page, b) {
    this.view.changed.set(this.view.selected.size ? null : page, b);
    this.chosen = new Set(
      this.open(page)
        .filter((s) => s.x < b.x + b.w && s.x + s.w > b.x && s.y < b.y + b.h && s.y + s.h > b.y)
        .map((s) => s.id),
    );
    this.draft.tell("spots");
  }

  key(e) {
    if (e.target.closest?.("input, textarea, select, dialog, #people-column") || e.ctrlKey || e.metaKey || e.altKey) return;
    const spot = e.target.closest?.(".spot")?.dataset.spot;
    const ids = spot ? [spot] : [...this.chosen];
    const act = (f) => {
      e.preventDefault();
      e.stopPropagation();
      f();
    };
    if (ids.length && (e.key === "Enter" || (e.key === " " && spot))) act(() => this.take(ids));
    else if (ids.length && (e.key === "Delete" || e.key === "Backspace")) act(() => this.pass(ids));
    else if (this.chosen.size && e.key === "Escape")
      act(() => {
        this.chosen.clear();
        this.draft.tell("spots");
      });
    else if (e.key.toLowerCase() === "a" && !document.querySelector("dialog[open]")) {
      const here = this.pages.pages[this.pages.current];
      act(() => this.take(this.ready((x) => e.shiftKey || x.page === here)));
    }
  }

  /** The spots sure enough whose seat somebody here holds. */
  ready(test) {
    return this.all()
      .filter((x) => (x.who || x.own) && x.s.sure >= this.least && test(x))
      .map(({ s }) => s.id);
  }

  render() {
    const key = this.draft.data.documents.map((d) => `${d.id}/${d.pages.length}/${d.pages[0]?.image}/${d.rides}`).join(" ");
    if (key !== this.documents) {
      this.documents = key;
      this.load();
    }
    if (this.root.contains(document.activeElement) && document.activeElement.matches("input")) {
      this.counts();
      return;
    }
    const list = this.all();
    const { looking } = this.data;
    const passed = this.draft.data.passed.length;
    const lacks = this.room?.lacks ?? [];
    const look = ({ s, page }) => {
      this.pages.show({ ...s, document: page.document, page: page.page });
      page.nodes.get(`spot ${s.id}`)?.g.focus({ preventScroll: true });
    };
    const known = knownForms(this.data.known, list, look, (ids) => this.take(ids));
    const boxed = this.view.changed.parts();
    this.root.hidden = !boxed.length && !list.length && !looking && !passed && !lacks.length && !known.length;
    this.root.parentElement.classList.toggle("with-found", !this.root.hidden);
    const parts = [];
    if (looking)
      parts.push(el("span", { class: "quiet" }, `Looking for places in ${looking === 1 ? "a document" : `${looking} documents`}…`));
    if (this.chosen.size) {
      const ids = [...this.chosen];
      parts.push(
        el("span", {}, `${ids.length} found in the box`),
        el("button", { class: "plain", onclick: () => this.take(ids) }, "take them ", el("span", { class: "key" }, "Enter")),
        el("button", { class: "plain", onclick: () => this.pass(ids) }, "pass over ", el("span", { class: "key" }, "Del")),
      );
    } else if (!boxed.length) {
      parts.push(...known);
      if (list.length) parts.push(...summary(this, list));
    }
    parts.push(...boxed);
    if (lacks.length)
      parts.push(
        el(
          "span",
          {},
          el("span", { class: "cinnabar" }, `No room beside ${lacks.length === 1 ? "one place" : `${lacks.length} places`} `),
          el(
            "button",
            { class: "plain small", onclick: () => this.continueOn() },
            `add a continuation sheet for ${this.draft.signer(this.room.signer)?.code ?? "them"}`,
          ),
        ),
      );
    if (passed)
      parts.push(
        el(
          "span",
          { class: "quiet ml-auto" },
          `${passed} passed over, `,
          el("button", { class: "plain small", onclick: () => this.draft.edit({ op: "unpass", spots: [] }).catch(() => {}) }, "bring back"),
        ),
      );
    this.root.replaceChildren(...parts);
    this.counts();
  }

  /** How many are open for each signer. */
  waiting() {
    const by = new Map();
    for (const { who } of this.all()) if (who) by.set(who.id, (by.get(who.id) || 0) + 1);
    return by;
  }

  /** How many each button would take. */
  counts() {
    for (const b of this.takers || []) {
      const n = b.count();
      b.querySelector("b").textContent = n;
      b.disabled = !n;
    }
  }
}

/** Whether a field already stands where a spot is. */
function covers(f, s) {
  const w = Math.min(f.x + f.w, s.x + s.w) - Math.max(f.x, s.x);
  const h = Math.min(f.y + f.h, s.y + s.h) - Math.max(f.y, s.y);
  return w > 0 && h > 0 && w * h > 0.35 * Math.min(f.w * f.h, s.w * s.h);
}
