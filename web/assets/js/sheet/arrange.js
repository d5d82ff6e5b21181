// Geometry of placing: lines to stand on, lining up, the same spot on other pages. Points, origin at the
// top left of the page.
import { newID } from "./store.js";
import { round, within } from "./pages.js";

const reach = 5; // points within which a place is drawn to a line

/** Moves a rectangle onto the nearest line below it, and its left end to where the line or a neighbour begins. */
export function snapped(f, lines, neighbours) {
  const out = { ...f };
  let best = reach;
  for (const l of lines) {
    const d = Math.abs(f.y + f.h - (l.y + l.h));
    if (d < best && f.x < l.x + l.w && f.x + f.w > l.x) {
      best = d;
      out.y = l.y + l.h - f.h;
    }
  }
  for (const n of neighbours) {
    const d = Math.abs(f.y + f.h - (n.y + n.h));
    if (d < Math.min(best, 3)) {
      best = d;
      out.y = n.y + n.h - f.h;
    }
  }
  best = reach;
  for (const n of [...lines, ...neighbours]) {
    const d = Math.abs(f.x - n.x);
    if (d < best) {
      best = d;
      out.x = n.x;
    }
  }
  return out;
}

/** How far it is from a place to the next printed line, up or down, or to where the next one begins, left or right. */
export function nextStep(f, lines, text, dx, dy) {
  const at = dx ? f.x : f.y + f.h;
  const stops = dx
    ? [...lines.map((l) => l.x), ...text.map(([x]) => x)]
    : [...lines.map((l) => l.y + l.h), ...text.map(([, y, , h]) => y + h)];
  const far = stops.map((s) => (s - at) * (dx || dy)).filter((d) => d > 1);
  return far.length ? round(Math.min(...far) * (dx || dy)) : 0;
}

/** What a place becomes when it is lined up with others; the first one leads. */
export const lineUp = {
  left: (list) => list.map(() => ({ x: list[0].x })),
  line: (list) => list.map((f) => ({ y: list[0].y + list[0].h - f.h })),
  size: (list) => list.map((f) => ({ w: list[0].w, h: list[0].h, y: f.y + f.h - list[0].h })),
  /** Even gaps between the outermost two, down the page or across it, whichever they span more of. */
  spread(list) {
    const span = (k) => Math.max(...list.map((f) => f[k])) - Math.min(...list.map((f) => f[k]));
    const [at, long] = span("y") >= span("x") ? ["y", "h"] : ["x", "w"];
    const order = [...list].sort((a, b) => a[at] - b[at]);
    const last = order.at(-1);
    const taken = order.reduce((sum, f) => sum + f[long], 0);
    const gap = (last[at] + last[long] - order[0][at] - taken) / (order.length - 1);
    const to = new Map();
    let next = order[0][at];
    for (const f of order) {
      to.set(f, { [at]: round(next) });
      next += f[long] + gap;
    }
    return list.map((f) => to.get(f));
  },
};

/** Reads “2-5, 8” as page indices from 0, of so many pages; null when it can't be read. */
export function pageRange(text, count) {
  const out = new Set();
  for (const part of text.split(",")) {
    const m = /^\s*(\d+)\s*(?:[-–]\s*(\d+))?\s*$/.exec(part);
    if (!m) return null;
    const from = Number(m[1]);
    const to = Number(m[2] ?? m[1]);
    if (from < 1 || to < from || to > count) return null;
    for (let p = from; p <= to; p++) out.add(p - 1);
  }
  return [...out];
}

const unbound = { group: "", side: "", rule: "", same: false };

/** A copy of a place on another page, measured from the foot of the page when it stands in its lower half. */
export function copyOnto(f, from, to) {
  const low = f.y + f.h / 2 > from.height / 2;
  return within(
    { ...f, ...unbound, id: newID(), rev: 0, document: to.document, page: to.page, y: low ? f.y + to.height - from.height : f.y },
    to,
  );
}
