// What the hand does on the pages: placing, choosing, moving and resizing places, by pointer and by key.
import { kinds, kindOf } from "../ink.js";
import { newID } from "./store.js";
import { copyOnto, nextStep, snapped } from "./arrange.js";
import { round, within } from "./pages.js";

export class Hand {
  constructor(draft, pages, view) {
    Object.assign(this, { draft, pages, view, armed: null, clip: [], sizes: {}, shift: 0 });
    const c = pages.canvas;
    c.addEventListener("pointerdown", (e) => this.down(e));
    c.addEventListener("dragover", (e) => e.dataTransfer.types.includes("text/x-kind") && e.preventDefault());
    c.addEventListener("focusin", (e) => {
      const id = e.target.dataset?.id;
      if (id && !this.view.selected.has(id) && !this.held) this.choose([id]);
    });
    document.addEventListener("keydown", (e) => this.key(e));
    for (const b of document.querySelectorAll("[data-kind]")) this.chip(b);
  }

  /** A kind's chip: a click arms it, a drag puts a place where it is let go. */
  chip(b) {
    b.addEventListener("pointerdown", (e) => {
      const from = { x: e.clientX, y: e.clientY };
      const up = (u) => {
        window.removeEventListener("pointerup", up);
        if (Math.hypot(u.clientX - from.x, u.clientY - from.y) < 8) return;
        b.dataset.dragged = "1";
        const spot = this.pages.at(u);
        if (spot) this.place(b.dataset.kind, spot.page, spot.x, spot.y);
      };
      window.addEventListener("pointerup", up);
    });
    b.addEventListener("click", () => {
      if (b.dataset.dragged) delete b.dataset.dragged;
      else this.arm(b.dataset.kind);
    });
  }

  arm(kind) {
    this.armed = this.armed === kind ? null : kind;
    for (const b of document.querySelectorAll("[data-kind]")) b.setAttribute("aria-pressed", b.dataset.kind === this.armed);
    this.pages.canvas.classList.toggle("armed", Boolean(this.armed));
    this.view.say(this.armed ? `${kindOf(kind).title}: click or drag on the page; Enter places it on the page in view; Esc stops.` : "");
  }

  signer() {
    return this.view.signer || this.draft.data.signers[0]?.id || 0;
  }

  size(kind) {
    return this.sizes[kind] || kindOf(kind);
  }

  /** Puts a new place with the left end of its line at x, y. */
  place(kind, page, x, y, box) {
    const { own } = kindOf(kind);
    if (kind === "strike") box = this.struck(page, box || { x, y: y - 10, w: 120, h: 10 });
    const size = box || this.size(kind);
    const put = kind === "strike" ? (f) => within(f, page) : (f) => this.snap(f, page);
    const f = put({
      id: newID(),
      document: page.document,
      page: page.page,
      kind,
      x: box ? box.x : x,
      y: box ? box.y : y - size.h,
      w: size.w,
      h: size.h,
      required: kind !== "tick" && !own,
      signer: own ? 0 : this.signer(),
      label: "",
      struck: box?.struck,
      rev: 0,
    });
    this.sizes[kind] = { w: f.w, h: f.h };
    this.draft.change([[null, f]]);
    this.choose([f.id]);
    this.pages.show(f);
    return f;
  }

  /** The place of a struck term: the words in a box, and as much above them for what replaces them. */
  struck(page, b) {
    const mid = b.y + b.h / 2;
    const text = this.view.found?.page(page)?.text ?? [];
    const line = text.find(([x, y, w, h]) => mid > y - 2 && mid < y + h + 3 && b.x < x + w && b.x + b.w > x);
    if (!line) return { x: b.x, y: b.y - b.h, w: b.w, h: 2 * b.h, struck: b.h };
    const [x, y, w, h] = line;
    const left = Math.max(b.x, x - 1);
    const right = Math.min(b.x + b.w, x + w + 1);
    const over = text.filter((o) => o !== line && o[1] + o[3] <= y + 2 && o[0] < right && o[0] + o[2] > left);
    const gap = Math.min(h + 4, y - Math.max(0, ...over.map((o) => o[1] + 1.3 * o[3])));
    const struck = h + 2;
    const above = Math.max(0, gap - 1);
    return { x: left, y: y - above, w: right - left, h: above + struck, struck };
  }

  choose(ids) {
    this.view.selected = new Set(ids);
    if (ids.length === 1) {
      const f = this.draft.fields.get(ids[0]);
      if (f && f.signer) this.view.signer = f.signer;
    }
    this.draft.tell("selection");
  }

  chosen() {
    return [...this.view.selected].map((id) => this.draft.fields.get(id)).filter(Boolean);
  }

  pageOf(f) {
    return this.pages.pages.find((p) => p.document === f.document && p.page === f.page);
  }

  down(e) {
    if (e.button !== 0) return;
    const corner = e.target.dataset?.corner;
    const id = e.target.closest(".field")?.dataset.id;
    const spot = this.pages.at(e);
    if (!spot) return;
    if (e.target.closest(".spot") && !this.armed) return; // a click takes it
    if (id && !this.armed) {
      e.preventDefault();
      if (e.shiftKey) {
        const now = new Set(this.view.selected);
        if (!now.delete(id)) now.add(id);
        this.choose([...now]);
        return;
      }
      if (!this.view.selected.has(id)) this.choose([id]);
      this.pages.canvas.querySelector(`[data-id="${id}"]`)?.focus({ preventScroll: true });
      this.drag(e, corner, spot);
    } else if (this.armed) {
      e.preventDefault();
      this.box(e, spot, (b) => {
        if (b.w > 8 && b.h > 6) this.place(this.armed, spot.page, 0, 0, b);
        else this.place(this.armed, spot.page, spot.x, spot.y);
      });
    } else {
      this.box(e, spot, (b) => {
        const inside = [...this.draft.fields.values()].filter(
          (f) =>
            f.document === spot.page.document &&
            f.page === spot.page.page &&
            f.x < b.x + b.w &&
            f.x + f.w > b.x &&
            f.y < b.y + b.h &&
            f.y + f.h > b.y,
        );
        this.choose(inside.map((f) => f.id));
        this.view.found?.box(spot.page, b);
      });
    }
  }

  /** Follows the pointer until it is let go. */
  track(e, move, end) {
    const el = this.pages.canvas;
    this.held = true;
    const onmove = (m) => {
      this.free = m.altKey; // held down, nothing draws a place anywhere
      move((m.clientX - e.clientX) / this.pages.zoom, (m.clientY - e.clientY) / this.pages.zoom);
    };
    const stop = (u) => {
      this.held = false;
      window.removeEventListener("pointermove", onmove);
      window.removeEventListener("pointerup", stop);
      window.removeEventListener("pointercancel", stop);
      end(u.type === "pointerup");
    };
    window.addEventListener("pointermove", onmove);
    window.addEventListener("pointerup", stop);
    window.addEventListener("pointercancel", stop);
    el.setPointerCapture?.(e.pointerId);
  }

  drag(e, corner, spot) {
    const before = this.chosen().map((f) => ({ ...f }));
    let after = before;
    this.track(
      e,
      (dx, dy) => {
        let [mx, my] = [dx, dy];
        if (!corner && before.length === 1 && !this.free) {
          const f = before[0];
          const s = this.snap({ ...f, x: f.x + dx, y: f.y + dy }, this.pageOf(f) || spot.page, [f.id]);
          [mx, my] = [s.x - f.x, s.y - f.y];
        }
        after = before.map((f) =>
          within(corner ? resized(f, corner, dx, dy) : { ...f, x: f.x + mx, y: f.y + my }, this.pageOf(f) || spot.page),
        );
        for (const f of after) this.draft.fields.set(f.id, f);
        this.draft.tell("moving");
      },
      (kept) => {
        for (const f of before) this.draft.fields.set(f.id, f);
        const moved = kept
          ? before.map((f, i) => [f, after[i]]).filter(([a, b]) => a.x !== b.x || a.y !== b.y || a.w !== b.w || a.h !== b.h)
          : [];
        if (corner && moved.length === 1) this.sizes[moved[0][1].kind] = { w: moved[0][1].w, h: moved[0][1].h };
        if (moved.length) this.draft.change(moved);
        else this.draft.tell("fields");
      },
    );
  }

  /** Draws a box from a spot; done gets it in points. */
  box(e, spot, done) {
    const rect = document.createElementNS("http://www.w3.org/2000/svg", "rect");
    rect.setAttribute("class", "band");
    spot.page.layer.append(rect);
    let b = { x: spot.x, y: spot.y, w: 0, h: 0 };
    this.track(
      e,
      (dx, dy) => {
        b = {
          x: round(Math.min(spot.x, spot.x + dx)),
          y: round(Math.min(spot.y, spot.y + dy)),
          w: round(Math.abs(dx)),
          h: round(Math.abs(dy)),
        };
        for (const [k, v] of [
          ["x", b.x],
          ["y", b.y],
          ["width", b.w],
          ["height", b.h],
        ])
          rect.setAttribute(k, v);
      },
      (kept) => {
        rect.remove();
        if (kept) done(b);
      },
    );
  }

  /** Lines up what is chosen; how gives each its change. */
  lineUp(how) {
    const list = this.chosen();
    const to = how(list);
    this.draft.change(list.map((f, i) => [f, within({ ...f, ...to[i] }, this.pageOf(f))]));
  }

  /** Binds places into a choice. Each person's places, from left to right and down, are its sides. */
  bind(list) {
    const group = newID();
    const order = [...list].sort((a, b) => a.x - b.x || a.y - b.y);
    const count = new Map();
    const side = new Map();
    for (const f of order) {
      const n = (count.get(f.signer) || 0) + 1;
      count.set(f.signer, n);
      side.set(f.id, f.label || String(n));
    }
    const people = count.size > 1;
    this.draft.change(list.map((f) => [f, { ...f, group, side: side.get(f.id), rule: "one", same: people }]));
  }

  /** Puts places onto the same spot of other pages; what stands there already is left alone. */
  repeat(list, pages) {
    const made = [];
    const on = new Set();
    const have = [...this.draft.fields.values()];
    for (const page of pages)
      for (const f of list) {
        const g = copyOnto(f, this.pageOf(f), page);
        const there = (o) => o.document === g.document && o.page === g.page && o.kind === g.kind && o.signer === g.signer;
        if (have.some((o) => there(o) && Math.abs(o.x - g.x) < 4 && Math.abs(o.y - g.y) < 4)) continue;
        made.push(g);
        on.add(page);
      }
    this.draft.change(made.map((f) => [null, f]));
    return on.size;
  }

  /** Draws a place to the line it is held over, and to its neighbours. */
  snap(f, page, but = []) {
    if (!page) return f;
    const others = [...this.draft.fields.values()].filter(
      (o) => o.document === page.document && o.page === page.page && !but.includes(o.id),
    );
    return within(snapped(f, this.view.found?.lines(page) ?? [], others), page);
  }

  alter(change) {
    this.draft.change(this.chosen().map((f) => [f, within({ ...f, ...change(f) }, this.pageOf(f))]));
  }

  remove() {
    this.draft.change(this.chosen().map((f) => [f, null]));
    this.choose([]);
  }

  copy() {
    this.clip = this.chosen().map((f) => ({ ...f }));
    this.shift = 0;
    if (this.clip.length) this.view.say(`${this.clip.length} copied. Ctrl V puts the same spot onto the page in view.`);
  }

  paste() {
    const page = this.pages.pages[this.pages.current];
    if (!page || !this.clip.length) return;
    const same = this.clip.some((f) => f.document === page.document && f.page === page.page);
    this.shift = same ? this.shift + 12 : 0;
    const made = this.clip.map((f) =>
      within({ ...f, id: newID(), rev: 0, document: page.document, page: page.page, x: f.x + this.shift, y: f.y + this.shift }, page),
    );
    this.draft.change(made.map((f) => [null, f]));
    this.choose(made.map((f) => f.id));
    this.pages.show(made[0]);
  }

  assign(n) {
    const s = this.draft.data.signers[n];
    if (!s) return;
    this.view.signer = s.id;
    if (this.chosen().length) this.alter(() => ({ signer: s.id }));
    this.draft.tell("selection");
  }

  key(e) {
    if (e.target.closest?.("input, textarea, select, dialog") || document.querySelector("dialog[open]")) return;
    const mod = e.ctrlKey || e.metaKey;
    const key = e.key.toLowerCase();
    const arrows = { arrowleft: [-1, 0], arrowright: [1, 0], arrowup: [0, -1], arrowdown: [0, 1] };
    const act = (f) => {
      e.preventDefault();
      f();
    };
    if (key === "z" && e.shiftKey) return act(() => this.draft.redo());
    if (key === "z") return act(() => this.draft.undo());
    if (mod && key === "y") return act(() => this.draft.redo());
    if (mod && key === "c") return this.view.selected.size && act(() => this.copy());
    if (mod && key === "v") return this.clip.length && act(() => this.paste());
    if (mod && key === "a") {
      const p = this.pages.pages[this.pages.current];
      return (
        p &&
        act(() =>
          this.choose([...this.draft.fields.values()].filter((f) => f.document === p.document && f.page === p.page).map((f) => f.id)),
        )
      );
    }
    if (mod && arrows[key] && this.view.selected.size) return act(() => this.toGrid(...arrows[key]));
    if (mod) return undefined;
    const kind = kinds.find((k) => k.key === key);
    if (kind && !e.altKey) return act(() => this.arm(kind.kind));
    if (key === "escape") return act(() => (this.armed ? this.arm(this.armed) : this.choose([])));
    if (key === "enter" && this.armed) return act(() => this.middle());
    if (/^[1-9]$/.test(key)) return act(() => this.assign(Number(key) - 1));
    if (!this.view.selected.size) return undefined;
    if (arrows[key]) {
      const step = e.shiftKey ? 10 : 1;
      const [dx, dy] = arrows[key];
      return act(() =>
        this.alter((f) => (e.altKey ? { w: f.w + dx * step, h: f.h + dy * step } : { x: f.x + dx * step, y: f.y + dy * step })),
      );
    }
    if (key === "delete" || key === "backspace") return act(() => this.remove());
    if (key === "r") return act(() => this.alter((f) => ({ required: !f.required })));
    return undefined;
  }

  /** Moves what is chosen by the form's own grid: to the next line, or to where the next one begins. */
  toGrid(dx, dy) {
    const [first] = this.chosen();
    const page = first && this.pageOf(first);
    if (!page) return;
    const by = nextStep(first, this.view.found?.lines(page) ?? [], this.view.found?.page(page)?.text ?? [], dx, dy);
    if (by) this.alter((f) => (dx ? { x: f.x + by } : { y: f.y + by }));
  }

  /** Places the armed kind on the page in view, below the one placed before. */
  middle() {
    const page = this.pages.pages[this.pages.current];
    if (!page) return;
    const last = this.chosen()[0];
    const below = last && last.document === page.document && last.page === page.page;
    this.place(
      this.armed,
      page,
      below ? last.x : page.width / 2 - this.size(this.armed).w / 2,
      below ? last.y + last.h + 12 + this.size(this.armed).h : page.height / 2,
    );
  }
}

function resized(f, corner, dx, dy) {
  const out = { ...f };
  if (corner.includes("w")) {
    out.x = Math.min(f.x + dx, f.x + f.w - 6);
    out.w = f.x + f.w - out.x;
  } else out.w = Math.max(6, f.w + dx);
  if (corner.includes("n")) {
    out.y = Math.min(f.y + dy, f.y + f.h - 6);
    out.h = f.y + f.h - out.y;
  } else out.h = Math.max(6, f.h + dy);
  return out;
}
