// The spine on the left and the pages in the middle. Pages have their size from the start; pictures
// are fetched, and places drawn, as they come near. What did not change keeps its element.
import { svg, fieldMark, kindOf } from "../ink.js";
import { inOrder } from "./reading.js";

export const round = (v) => Math.round(v * 100) / 100;

export class Pages {
  constructor(draft, view) {
    this.draft = draft;
    this.view = view; // { selected, onpage }
    this.canvas = document.getElementById("canvas");
    this.spine = document.getElementById("spine");
    this.pages = [];
    this.zoom = 1;
    this.key = "";
    this.current = 0;
    this.near = new IntersectionObserver((es) => es.forEach((e) => this.comes(e.target, e.isIntersecting)), {
      root: this.canvas,
      rootMargin: "900px 0px",
    });
    this.nearSpine = new IntersectionObserver((es) => es.forEach((e) => e.isIntersecting && this.thumb(e.target)), {
      root: this.spine,
      rootMargin: "400px 0px",
    });
    this.canvas.addEventListener("scroll", () => this.follow(), { passive: true });
    new ResizeObserver(() => this.fit()).observe(this.canvas);
  }

  /** A page comes near, or goes far. */
  comes(el, near) {
    const page = this.pages[el.dataset.index];
    if (page?.leaf !== el) return;
    page.near = near;
    if (near) {
      this.picture(page);
      this.draw(page);
    } else if (!page.layer.contains(document.activeElement)) {
      page.nodes.clear(); // nothing out of date is left where nobody looks
      page.layer.replaceChildren();
    }
  }

  picture(page) {
    const wide = page.width * this.zoom * devicePixelRatio > 900 ? 1240 : 820;
    const img = page.leaf.querySelector("img");
    if (!img.src) img.src = `${page.image}${wide}.png`;
  }

  thumb(el) {
    const img = el.querySelector("img");
    if (!img.src) img.src = `${this.pages[el.dataset.index].image}160.png`;
    this.nearSpine.unobserve(el);
  }

  /** Builds pages and spine anew when the documents have changed, else only what stands on them. */
  render() {
    const docs = this.draft.data.documents;
    const key = JSON.stringify(docs.map((d) => [d.id, d.name, d.rides, d.pages.length, d.pages[0] && d.pages[0].image]));
    if (key !== this.key) {
      this.key = key;
      this.build(docs);
    }
    this.marks();
  }

  build(docs) {
    this.pages = [];
    const leaves = [];
    const spine = [];
    docs.forEach((doc, d) => {
      spine.push(this.heading(doc, d, docs.length));
      doc.pages.forEach((p, n) => {
        const page = { ...p, document: doc.id, page: n, index: this.pages.length, name: doc.name, nodes: new Map(), fields: [] };
        page.leaf = this.leaf(page);
        page.tile = this.tile(page);
        this.pages.push(page);
        leaves.push(page.leaf);
        spine.push(page.tile);
      });
    });
    if (!docs.length) leaves.push(document.getElementById("empty-sheet").content.cloneNode(true));
    this.canvas.querySelector("#leaves").replaceChildren(...leaves);
    this.spine.replaceChildren(...spine);
    this.fit();
    for (const p of this.pages) {
      this.near.observe(p.leaf);
      this.nearSpine.observe(p.tile);
    }
    this.follow();
  }

  heading(doc, at, count) {
    const h = document.createElement("div");
    h.className = "spine-doc";
    h.dataset.document = doc.id;
    const name = document.createElement("button");
    name.className = "spine-name title";
    name.textContent = doc.name;
    name.title = "Rename";
    name.dataset.act = "rename";
    const tools = document.createElement("span");
    tools.className = "spine-tools";
    const tool = (act, label, text, off) => {
      const b = document.createElement("button");
      Object.assign(b, { textContent: text, disabled: off, title: label });
      b.setAttribute("aria-label", `${label}: ${doc.name}`);
      b.dataset.act = act;
      tools.append(b);
    };
    tool("up", "Read earlier", "↑", at === 0);
    tool("down", "Read later", "↓", at === count - 1);
    tool("rides", doc.rides ? "Somebody signs on it after all" : "Nobody signs on it: let it ride along", "⇢", false);
    tools.lastChild.setAttribute("aria-pressed", String(Boolean(doc.rides)));
    tool("swap", "Replace by a corrected version; the places follow their words", "⇄", false);
    tool("stencil", "Keep its places as a stencil, for when this form comes again", "", false);
    tools.lastChild.append(stencilGlyph());
    tool("out", "Take out of the packet", "×", false);
    h.append(name, tools);
    if (doc.rides)
      h.append(Object.assign(document.createElement("span"), { className: "small quiet rides", textContent: "rides along unsigned" }));
    return h;
  }

  leaf(page) {
    const el = document.createElement("div");
    el.className = "leaf";
    el.dataset.index = page.index;
    const img = document.createElement("img");
    img.alt = `${page.name}, page ${page.page + 1}`;
    img.draggable = false;
    img.decoding = "async";
    page.layer = svg("svg", {
      viewBox: `0 0 ${page.width} ${page.height}`,
      class: "layer",
      role: "group",
      "aria-label": `Places on page ${page.index + 1}`,
    });
    el.append(img, page.layer);
    return el;
  }

  tile(page) {
    const el = document.createElement("button");
    el.className = "tile";
    el.dataset.index = page.index;
    const img = document.createElement("img");
    img.alt = "";
    img.style.aspectRatio = `${page.width} / ${page.height}`;
    const side = document.createElement("span");
    side.className = "tile-side";
    el.append(img, side);
    el.addEventListener("click", () => this.go(page.index));
    return el;
  }

  fit() {
    const room = this.canvas.clientWidth - 56;
    const widest = Math.max(612, ...this.pages.map((p) => p.width));
    this.zoom = Math.max(0.4, Math.min(1.5, room / widest) * (this.factor || 1));
    for (const p of this.pages) {
      p.leaf.style.width = `${p.width * this.zoom}px`;
      p.leaf.style.height = `${p.height * this.zoom}px`;
    }
  }

  /** Draws the fields of the pages that are near, and the ticks on the spine. */
  marks() {
    const byPage = this.pages.map(() => []);
    const index = new Map(this.pages.map((p) => [`${p.document}/${p.page}`, p.index]));
    for (const f of this.draft.fields.values()) {
      const at = index.get(`${f.document}/${f.page}`);
      if (at !== undefined) byPage[at].push(f);
    }
    const people = this.draft.data.signers.map((s) => `${s.id} ${s.ink} ${s.code}`).join();
    byPage.forEach((fields, i) => {
      const page = this.pages[i];
      page.fields = fields;
      const key = people + fields.map((f) => f.signer).sort();
      if (page.sideKey !== key) this.side(page, fields);
      page.sideKey = key;
      if (page.near || page.nodes.size) this.draw(page);
    });
  }

  /** Draws what stands on a page: found spots, then fields. */
  draw(page) {
    const { fields, nodes, layer } = page;
    inOrder(fields, this.view.found?.columns(page));
    const want = [
      ...(this.view.found?.marks(page) ?? []),
      ...fields.map((f) => ({ id: f.id, key: this.looks(f), make: () => this.mark(f, page) })),
    ];
    const focused = layer.contains(document.activeElement) ? document.activeElement : null;
    const id = focused?.dataset.id;
    const next = new Map();
    for (const w of want) {
      const old = nodes.get(w.id);
      next.set(w.id, old?.key === w.key ? old : { key: w.key, g: w.make() });
    }
    page.nodes = next;
    settle(
      layer,
      [...next.values()].map((n) => n.g),
    );
    if (id && document.activeElement !== focused) next.get(id)?.g.focus({ preventScroll: true });
  }

  /** What a field looks like, in a word that changes when it does. */
  looks(f) {
    const s = this.draft.signer(f.signer);
    return JSON.stringify([
      { ...f, rev: 0 },
      this.draft.data.drawn[f.id],
      this.view.selected.has(f.id) && this.zoom,
      s && [s.id, s.name, s.ink, s.code, s.email, s.prints],
    ]);
  }

  /** Follows fields that are being moved or resized; nothing else is drawn until they are let go. */
  moving(ids) {
    for (const id of ids) {
      const f = this.draft.fields.get(id);
      const page = f && this.pages.find((p) => p.document === f.document && p.page === f.page);
      const node = page?.nodes.get(id);
      if (!node) continue;
      const frame = node.g.querySelector(".frame");
      if (frame && Number(frame.getAttribute("width")) === f.w && Number(frame.getAttribute("height")) === f.h)
        node.g.setAttribute("transform", `translate(${f.x} ${f.y})`);
      else {
        const g = this.mark(f, page);
        node.g.replaceWith(g);
        node.g = g;
      }
      node.key = "";
    }
  }

  mark(f, page) {
    const s = this.draft.signer(f.signer);
    const g = fieldMark(f, s, this.draft.data.drawn[f.id]);
    const { title, own } = kindOf(f.kind);
    g.setAttribute("tabindex", "0");
    g.setAttribute("role", "button");
    g.setAttribute("aria-pressed", this.view.selected.has(f.id));
    g.setAttribute(
      "aria-label",
      own
        ? `${title}, page ${page.index + 1}${f.value ? `: ${f.value}` : ""}`
        : `${title} of ${s ? s.name : "nobody"}, page ${page.index + 1}, ${f.group ? `one side of a choice: ${f.side}` : f.required ? "required" : "may stay empty"}`,
    );
    if (this.view.selected.has(f.id)) {
      g.classList.add("chosen");
      g.append(svg("rect", { class: "frame", width: f.w, height: f.h }));
      const k = 3 / this.zoom + 1;
      for (const [corner, x, y] of [
        ["nw", 0, 0],
        ["ne", f.w, 0],
        ["sw", 0, f.h],
        ["se", f.w, f.h],
      ]) {
        g.append(svg("rect", { class: `handle ${corner}`, "data-corner": corner, x: x - k, y: y - k, width: 2 * k, height: 2 * k }));
      }
    }
    return g;
  }

  side(page, fields) {
    const have = new Map();
    for (const f of fields) if (!kindOf(f.kind).own) have.set(f.signer, (have.get(f.signer) || 0) + 1);
    const rows = [Object.assign(document.createElement("span"), { textContent: page.index + 1, className: "quiet" })];
    for (const s of this.draft.data.signers) {
      if (!have.has(s.id)) continue;
      const row = Object.assign(document.createElement("span"), { className: `tile-tick ink-${s.ink}`, textContent: s.code });
      row.append(Object.assign(document.createElement("i"), { className: `stroke-${s.ink}` }));
      rows.push(row);
    }
    if (have.has(0)) rows.push(Object.assign(document.createElement("span"), { className: "cinnabar tile-tick", textContent: "nobody" }));
    page.tile.querySelector(".tile-side").replaceChildren(...rows.slice(0, 6));
    page.tile.setAttribute("aria-label", `Page ${page.index + 1}, ${page.name}, ${fields.length} places`);
  }

  /** Keeps track of the page in the middle of the view. */
  follow() {
    const mid = this.canvas.scrollTop + this.canvas.clientHeight * 0.45;
    let at = 0;
    for (const p of this.pages) if (p.leaf.offsetTop <= mid) at = p.index;
    if (at === this.current && this.pages[at]?.tile.getAttribute("aria-current")) return;
    this.current = at;
    for (const p of this.pages) {
      if (p.index === at) p.tile.setAttribute("aria-current", "true");
      else p.tile.removeAttribute("aria-current");
    }
    this.pages[at]?.tile.scrollIntoView({ block: "nearest" });
    this.view.found?.counts();
  }

  go(index) {
    const p = this.pages[index];
    if (p) this.canvas.scrollTo({ top: p.leaf.offsetTop - 16 - (this.view.found?.root.clientHeight || 0) });
  }

  /** Brings a field into view and puts the keyboard on it. */
  show(f) {
    const page = this.pages.find((p) => p.document === f.document && p.page === f.page);
    if (!page) return;
    const top = page.leaf.offsetTop + f.y * this.zoom;
    if (top < this.canvas.scrollTop + 20 || top > this.canvas.scrollTop + this.canvas.clientHeight - 90)
      this.canvas.scrollTo({ top: top - this.canvas.clientHeight / 2 });
    if (!page.near) this.draw(page);
    page.nodes.get(f.id)?.g.focus({ preventScroll: true });
  }

  /** Which page and point, in points, lies under a pointer. */
  at(e) {
    for (const p of this.pages) {
      const r = p.leaf.getBoundingClientRect();
      if (e.clientX >= r.left && e.clientX <= r.right && e.clientY >= r.top && e.clientY <= r.bottom) {
        return { page: p, x: (e.clientX - r.left) / this.zoom, y: (e.clientY - r.top) / this.zoom };
      }
    }
    return null;
  }
}

/** Makes nodes the first children of a layer, in this order, moving only what has to move. */
function settle(layer, nodes) {
  const keep = new Set(nodes);
  for (const c of [...layer.children]) if (!keep.has(c) && !c.classList.contains("band")) c.remove();
  nodes.forEach((n, i) => {
    if (layer.children[i] !== n) layer.insertBefore(n, layer.children[i] ?? null);
  });
}

/** A plate with lines cut out of it. */
const stencilGlyph = () =>
  svg(
    "svg",
    { viewBox: "0 0 14 12", width: 14, height: 12, class: "tool-glyph", "aria-hidden": "true" },
    svg("path", { d: "M0.5 0.5 H13.5 V11.5 H0.5 Z M3 5 H8 M10 5 H11 M3 8.5 H6 M8 8.5 H11" }),
  );

/** Keeps a rectangle on its page. */
export function within(f, page) {
  const w = Math.min(Math.max(f.w, 6), page.width);
  const h = Math.min(Math.max(f.h, 6), page.height);
  return {
    ...f,
    w: round(w),
    h: round(h),
    x: round(Math.min(Math.max(f.x, 0), page.width - w)),
    y: round(Math.min(Math.max(f.y, 0), page.height - h)),
  };
}
