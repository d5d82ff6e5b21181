// The order of signing as a picture beside the people: a solid line joins those who sign together, a
// dotted one leads to who waits for them.
import { svg } from "../ink.js";

/** Draws the track behind a list of people, as they stand now. */
export function drawTrack(list) {
  list.querySelector(":scope > svg.people-track")?.remove();
  const box = list.getBoundingClientRect();
  const people = [...list.querySelectorAll("li.person")].map((p) => {
    const r = p.querySelector(".code").getBoundingClientRect();
    return { turn: Number(p.dataset.turn), x: (r.left + r.right) / 2 - box.left, y0: r.top - box.top, y1: r.bottom - box.top };
  });
  if (!people.length) return;
  const waits = list.querySelectorAll("li.then");
  const parts = [];
  people.forEach((p, i) => {
    const next = people[i + 1];
    if (i === 0 || people[i - 1].turn !== p.turn) {
      const last = people.findLast((o) => o.turn === p.turn);
      parts.push(svg("text", { x: 4, y: (p.y0 + last.y1) / 2 + 4, class: "track-turn" }, String(p.turn)));
    }
    if (!next) return;
    const together = next.turn === p.turn;
    parts.push(svg("path", { d: `M${p.x} ${p.y1}V${next.y0}`, class: together ? "track-with" : "track-then" }));
    if (together) return;
    const words = waits[p.turn - 1]?.getBoundingClientRect();
    const y = words ? (words.top + words.bottom) / 2 - box.top : (p.y1 + next.y0) / 2;
    parts.push(svg("circle", { cx: p.x, cy: y, r: 3, class: "track-wait" }));
  });
  list.prepend(svg("svg", { class: "people-track", width: 52, height: people.at(-1).y1 + 4, "aria-hidden": "true" }, ...parts));
}
