// The bench: a deal's documents as strips of pages that are split, joined, moved, turned and set aside.
// Every gesture is one operation on the server, which keeps it for undoing.
import { dragPages, drawBox } from "./bench/gestures.js";
import { el } from "./dom.js";
import { live } from "./live.js";
import { renameInPlace } from "./rename.js";

const root = document.getElementById("bench");
const $ = (id) => document.getElementById(id);
const strips = $("strips");
const base = `/deals/${root.dataset.deal}/bench`;
let state = null;
let pages = new Set(); // chosen pages as "document/index"
let heaps = new Set(); // chosen documents
let anchor = null;
let clip = [];
let busy = false;
let size = 104; // of a page, in CSS pixels

const count = (n, one) => `${n} ${one}${n === 1 ? "" : "s"}`;
const say = (text, bad) => {
  $("notice").textContent = text;
  $("notice").classList.toggle("cinnabar", Boolean(bad));
};
const doc = (id) => state.docs.find((d) => d.id === id);
const at = (key) => {
  const [d, i] = key.split("/").map(Number);
  return { doc: d, index: i };
};
/** Chosen pages in the order of the bench. */
const chosen = () => state.docs.flatMap((d) => d.pages.map((_, i) => `${d.id}/${i}`)).filter((k) => pages.has(k));

// The server

async function load() {
  const r = await fetch(`${base}/state`, { headers: { Accept: "application/json" } });
  if (r.ok) show(await r.json());
}

async function work(op, words) {
  if (busy) return false;
  busy = true;
  try {
    const r = await fetch(base, {
      method: "POST",
      headers: { "Content-Type": "application/json", Accept: "application/json" },
      body: JSON.stringify({ rev: state.rev, op }),
    });
    if (r.status === 409) {
      show(await r.json());
      say("Somebody else worked here in the meantime. This is the bench as it is now; please do it again.", true);
      return false;
    }
    if (!r.ok) throw new Error((await r.text()).trim());
    pages.clear();
    if (op.kind !== "rename") heaps.clear();
    show(await r.json());
    say(words || (state.undo ? `Done: ${state.undo}.` : "Taken back."));
    return true;
  } catch (err) {
    say(err instanceof TypeError ? "The connection was lost; nothing was changed. Please try again." : err.message, true);
    return false;
  } finally {
    busy = false;
  }
}

// Drawing

const near = new IntersectionObserver(
  (es) =>
    es.forEach((e) => {
      if (!e.isIntersecting) return;
      const img = e.target.querySelector("img");
      if (!img.src) img.src = img.dataset.src;
      near.unobserve(e.target);
    }),
  { root: strips, rootMargin: "500px 0px" },
);

function show(next) {
  state = next;
  const top = strips.scrollTop;
  strips.replaceChildren(...state.docs.map(drawn));
  if (!state.docs.length) strips.append(el("p", { class: "p-10 text-center" }, "Nothing lies here yet. Bring files into the deal first."));
  strips.scrollTop = top;
  suggest();
  mark();
}

/** Shows what the pages themselves suggest; one press takes a proposal, nothing happens unasked. */
function suggest() {
  const { proposals } = state;
  $("proposals").textContent = proposals.length ? count(proposals.length, "proposal") : "";
  $("findings").replaceChildren(
    ...proposals.slice(0, 2).map((p) => {
      const take = el("button", { class: "plain flex-none", "aria-label": `Take: ${p.words}` }, "take");
      take.addEventListener("click", () => work(p.op));
      return el("span", { class: "flex min-w-0 gap-2", title: p.words }, el("span", { class: "truncate" }, p.words), take);
    }),
  );
}

const built = new Map(); // document -> what it was drawn from, and the drawing: thousands of pages are not drawn anew for nothing
function drawn(d) {
  const cuts = state.proposals.filter((p) => p.doc === d.id).map((p) => p.cuts);
  const from = JSON.stringify([
    d,
    cuts,
    state.sources[d.pages[0]?.source],
    state.docs.indexOf(d),
    state.docs.length,
    heaps.has(d.id),
    size,
  ]);
  if (built.get(d.id)?.from !== from) built.set(d.id, { from, node: heap(d) });
  return built.get(d.id).node;
}

function heap(d) {
  const kept = d.pages.filter((p) => !p.aside).length;
  const came = state.sources[d.pages[0]?.source];
  const name = el("button", { class: "heap-name title", title: "Rename" }, d.name);
  name.addEventListener("click", () => renameInPlace(name, (text) => work({ kind: "rename", doc: d.id, text })));
  const box = el("input", { type: "checkbox", "aria-label": `Choose ${d.name}` });
  box.checked = heaps.has(d.id);
  box.addEventListener("change", () => {
    if (box.checked) heaps.add(d.id);
    else heaps.delete(d.id);
    mark();
  });
  const tool = (text, label, f) => {
    const b = el("button", { class: "plain small", "aria-label": `${label}: ${d.name}` }, text);
    b.addEventListener("click", f);
    return b;
  };
  const index = state.docs.indexOf(d);
  const tools = el(
    "span",
    { class: "heap-tools" },
    index > 0 ? tool("read earlier", "Read earlier", () => work({ kind: "order", doc: d.id, index: index - 1 })) : null,
    index < state.docs.length - 1 ? tool("read later", "Read later", () => work({ kind: "order", doc: d.id, index: index + 1 })) : null,
    d.rides
      ? tool("sign on it", "Somebody signs on it", () => work({ kind: "rides", doc: d.id, rides: false }))
      : tool("ride along", "Nobody signs: let it ride along", () => work({ kind: "rides", doc: d.id, rides: true })),
    d.aside
      ? tool("bring back", "Bring back", () => work({ kind: "aside-doc", doc: d.id, aside: false }))
      : tool("set aside", "Set aside", () => work({ kind: "aside-doc", doc: d.id, aside: true })),
  );
  const from = `${count(kept, "page")}${kept < d.pages.length ? `, ${d.pages.length - kept} set aside` : ""}${came ? ` · ${came.name}, ${came.at}` : ""}${d.rides ? " · rides along unsigned" : ""}${d.aside ? " · set aside" : ""}${came?.unread ? ` · ${count(came.unread, "scanned page")} still being read` : ""}`;
  const line = el("div", { class: "heap-pages" }, slot(d, 0));
  d.pages.forEach((p, i) => line.append(leaflet(d, p, i), slot(d, i + 1)));
  return el(
    "section",
    { class: `heap ${d.aside ? "aside" : ""}`, "aria-label": d.name, "data-doc": d.id },
    el("div", { class: "heap-head" }, box, name, el("span", { class: "small quiet" }, from), tools),
    line,
  );
}

function slot(d, i) {
  const edge = i === 0 || i === d.pages.length;
  const maybe = state.proposals.some((p) => p.doc === d.id && p.cuts?.includes(i));
  const s = el("button", {
    class: `slot ${edge ? "edge" : ""} ${maybe ? "maybe" : ""}`,
    tabindex: "-1",
    "aria-label": edge ? `Edge of ${d.name}` : `Cut ${d.name} before page ${i + 1}`,
    "data-slot": `${d.id}/${i}`,
  });
  if (!edge) s.addEventListener("click", () => work({ kind: "cut", doc: d.id, index: i }));
  return s;
}

function leaflet(d, p, i) {
  const key = `${d.id}/${i}`;
  const img = el("img", { alt: "", "data-src": `${p.image}${160}.png`, draggable: "false" });
  img.style.aspectRatio = `${p.width} / ${p.height}`;
  const b = el(
    "div",
    {
      class: `leaflet ${p.aside ? "aside" : ""}`,
      role: "button",
      tabindex: "0",
      draggable: "true",
      "data-page": key,
      "aria-label": `${d.name}, page ${i + 1}${p.aside ? ", set aside" : ""}`,
    },
    img,
    `${i + 1}${p.aside ? " · aside" : ""}`,
  );
  near.observe(b);
  return b;
}

/** Shows what is chosen. */
function mark() {
  for (const b of strips.querySelectorAll(".leaflet")) {
    b.setAttribute("aria-pressed", pages.has(b.dataset.page));
    b.classList.toggle("going", clip.includes(b.dataset.page));
  }
  const live = state.docs.filter((d) => !d.aside);
  const n = live.reduce((sum, d) => sum + d.pages.filter((p) => !p.aside).length, 0);
  const aside = state.docs.length - live.length;
  $("totals").textContent = `${count(live.length, "document")}, ${count(n, "page")}${aside ? `, ${aside} set aside` : ""}`;
  $("chosen").textContent = pages.size
    ? `${count(pages.size, "page")} chosen`
    : heaps.size
      ? `${count(heaps.size, "document")} chosen`
      : "";
  const start = heaps.size ? live.filter((d) => heaps.has(d.id)) : live;
  $("documents").value = start.map((d) => d.id).join(",");
  $("start").textContent = `Start packet with ${count(start.length, "document")}`;
  $("start").disabled = !start.length;
  const keys = chosen();
  const can = {
    cut: keys.length > 0 && at(keys[0]).index > 0,
    ranges: heaps.size === 1 || new Set(keys.map((k) => at(k).doc)).size === 1,
    join: together().length > 1,
    turn: keys.length > 0,
    aside: keys.length > 0 || heaps.size > 0,
    undo: Boolean(state.undo),
    redo: Boolean(state.redo),
  };
  for (const b of root.querySelectorAll("[data-do]")) b.disabled = !can[b.dataset.do];
  root.querySelector('[data-do="undo"]').title = state.undo;
  root.querySelector('[data-do="redo"]').title = state.redo;
}

/** The documents that joining would join: the chosen ones, or those of the chosen pages. */
const together = () =>
  (heaps.size
    ? state.docs.filter((d) => heaps.has(d.id))
    : state.docs.filter((d) => d.pages.some((_, i) => pages.has(`${d.id}/${i}`)))
  ).map((d) => d.id);

// What can be done

const acts = {
  cut() {
    const [first] = chosen();
    if (first) work({ kind: "cut", ...at(first) });
  },
  join() {
    work({ kind: "join", docs: together() });
  },
  turn(by = 90) {
    work({ kind: "turn", by, pages: chosen().map(at) });
  },
  aside() {
    const keys = chosen();
    if (keys.length) {
      const back = keys.every((k) => doc(at(k).doc).pages[at(k).index].aside);
      work({ kind: "aside", aside: !back, pages: keys.map(at) });
    } else if (heaps.size) {
      const [id] = heaps;
      work({ kind: "aside-doc", doc: id, aside: !doc(id).aside });
    }
  },
  undo: () => work({ kind: "undo" }, `Taken back: ${state.undo}.`),
  redo: () => work({ kind: "redo" }, `Done again: ${state.redo}.`),
  ranges() {
    const [id] = heaps.size ? heaps : chosen().map((k) => at(k).doc);
    $("split-title").textContent = `Split “${doc(id).name}”, ${count(doc(id).pages.length, "page")}`;
    $("split-text").value = "";
    $("split-trouble").textContent = "";
    $("split").showModal();
    $("split").querySelector("form").onsubmit = async (e) => {
      e.preventDefault();
      if (await work({ kind: "ranges", doc: id, text: $("split-text").value })) $("split").close();
      else $("split-trouble").textContent = $("notice").textContent;
    };
  },
};
$("split-close").addEventListener("click", () => $("split").close());
root.addEventListener("click", (e) => {
  const b = e.target.closest("[data-do]");
  if (b && !b.disabled) acts[b.dataset.do]();
  const z = e.target.closest("[data-zoom]");
  if (z) zoom(Number(z.dataset.zoom));
});

function zoom(step) {
  size = Math.min(420, Math.max(64, Math.round(size * (step > 0 ? 1.3 : 1 / 1.3))));
  root.style.setProperty("--tile", `${size}px`);
  if (size > 170)
    for (const img of strips.querySelectorAll(".leaflet img")) {
      img.dataset.src = img.dataset.src.replace(/-160\.png$/, "-820.png");
      if (img.src) {
        img.removeAttribute("src");
        near.observe(img.parentElement);
      }
    }
}

// Choosing

function choose(key, e) {
  if (e.shiftKey && anchor && at(anchor).doc === at(key).doc) {
    const [a, b] = [at(anchor).index, at(key).index].sort((x, y) => x - y);
    if (!e.ctrlKey && !e.metaKey) pages.clear();
    for (let i = a; i <= b; i++) pages.add(`${at(key).doc}/${i}`);
  } else if (e.ctrlKey || e.metaKey || e.key === " ") {
    if (!pages.delete(key)) pages.add(key);
    anchor = key;
  } else {
    pages = new Set([key]);
    anchor = key;
  }
  mark();
}
strips.addEventListener("click", (e) => {
  const key = e.target.closest("[data-page]")?.dataset.page;
  if (key) choose(key, e);
});

drawBox(strips, (keys, add) => {
  pages = new Set([...(add ? pages : []), ...keys]);
  mark();
});
dragPages(strips, {
  lift(key) {
    if (!pages.has(key)) pages = new Set([key]);
    mark();
  },
  drop: (slot) => work({ kind: "move", doc: at(slot).doc, index: at(slot).index, pages: chosen().map(at) }),
});

// Keys

document.addEventListener("keydown", (e) => {
  if (e.target.closest?.("input:not([type=checkbox]), textarea, dialog") || document.querySelector("dialog[open]")) return;
  const key = e.key.toLowerCase();
  const mod = e.ctrlKey || e.metaKey;
  const press = (name, ...args) => {
    const b = root.querySelector(`[data-do="${name}"]`);
    if (!b.disabled) {
      e.preventDefault();
      acts[name](...args);
    }
  };
  const here = e.target.closest?.("[data-page]");
  if (here && key.startsWith("arrow")) {
    const all = [...strips.querySelectorAll("[data-page]")];
    const step = { arrowleft: -1, arrowright: 1, arrowup: -1, arrowdown: 1 }[key];
    const next = all[all.indexOf(here) + step];
    if (next) {
      e.preventDefault();
      next.focus();
      if (e.shiftKey) choose(next.dataset.page, e);
    }
  } else if (here && (key === " " || key === "enter")) {
    e.preventDefault();
    choose(here.dataset.page, e);
  } else if (mod && key === "x" && pages.size) {
    clip = chosen();
    say(`${count(clip.length, "page")} to be moved: choose the page they go before and press Ctrl V.`);
    mark();
  } else if (mod && key === "v" && clip.length) {
    const [to] = chosen();
    if (to) {
      work({ kind: "move", ...at(to), pages: clip.map(at) });
      clip = [];
    }
  } else if (mod && key === "a" && here) {
    e.preventDefault();
    pages = new Set(doc(at(here.dataset.page).doc).pages.map((_, i) => `${at(here.dataset.page).doc}/${i}`));
    mark();
  } else if (key === "z") press(e.shiftKey ? "redo" : "undo");
  else if (mod) return;
  else if (key === "k") press("cut");
  else if (key === "s") press("ranges");
  else if (key === "j") press("join");
  else if (key === "r") press("turn", e.shiftKey ? 270 : 90);
  else if (key === "delete" || key === "backspace") press("aside");
  else if (key === "+" || key === "=") zoom(1);
  else if (key === "-") zoom(-1);
  else if (key === "escape") {
    pages.clear();
    heaps.clear();
    clip = [];
    show(state);
  }
});

// Look whether somebody else has worked here, a file arrived, or more of one was read.
live(async (id) => {
  if (id || busy) return;
  const r = await fetch(`${base}/state`, { headers: { Accept: "application/json" } }).catch(() => null);
  if (!r || !r.ok) return;
  const next = await r.json();
  if (JSON.stringify(next) !== JSON.stringify(state)) show(next);
});
load();
