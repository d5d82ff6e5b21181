// Gestures of the pointer on the bench: drawing a box, dragging pages.
import { el } from "../dom.js";

/** Lets a box be drawn over pages; done gets the pages in it and whether they come on top of those chosen. */
export function drawBox(strips, done) {
  strips.addEventListener("pointerdown", (e) => {
    if (e.button !== 0 || e.target.closest("[data-page], button, input, a")) return;
    const r = strips.getBoundingClientRect();
    const point = (p) => [p.clientX - r.left + strips.scrollLeft, p.clientY - r.top + strips.scrollTop];
    const from = point(e);
    const lasso = el("div", { id: "lasso" });
    strips.append(lasso);
    const move = (m) => {
      const to = point(m);
      const [x, y] = [Math.min(from[0], to[0]), Math.min(from[1], to[1])];
      Object.assign(lasso.style, {
        left: `${x}px`,
        top: `${y}px`,
        width: `${Math.abs(to[0] - from[0])}px`,
        height: `${Math.abs(to[1] - from[1])}px`,
      });
    };
    const up = () => {
      window.removeEventListener("pointermove", move);
      const b = lasso.getBoundingClientRect();
      lasso.remove();
      const keys = [];
      if (b.width > 4 || b.height > 4)
        for (const p of strips.querySelectorAll("[data-page]")) {
          const q = p.getBoundingClientRect();
          if (q.left < b.right && q.right > b.left && q.top < b.bottom && q.bottom > b.top) keys.push(p.dataset.page);
        }
      done(keys, e.shiftKey);
    };
    window.addEventListener("pointermove", move);
    window.addEventListener("pointerup", up, { once: true });
  });
}

/** The place between pages that is nearest to the pointer. */
function slotAt(e) {
  const s = e.target.closest?.("[data-slot]");
  if (s) return s;
  const p = e.target.closest?.("[data-page]");
  if (!p) return null;
  const r = p.getBoundingClientRect();
  return e.clientX > r.left + r.width / 2 ? p.nextElementSibling : p.previousElementSibling;
}

/** Lets pages be dragged between others: lift is told which page was taken, drop before which place they fall. */
export function dragPages(strips, { lift, drop }) {
  strips.addEventListener("dragstart", (e) => {
    const key = e.target.closest?.("[data-page]")?.dataset.page;
    if (!key) return;
    lift(key);
    e.dataTransfer.effectAllowed = "move";
    e.dataTransfer.setData("text/x-pages", "1");
  });
  const clearOver = () => strips.querySelectorAll(".over").forEach((s) => s.classList.remove("over"));
  strips.addEventListener("dragover", (e) => {
    if (!e.dataTransfer.types.includes("text/x-pages")) return;
    clearOver();
    const s = slotAt(e);
    if (s) {
      e.preventDefault();
      s.classList.add("over");
    }
  });
  strips.addEventListener("dragend", clearOver);
  strips.addEventListener("drop", (e) => {
    const s = slotAt(e);
    clearOver();
    if (!s || !e.dataTransfer.types.includes("text/x-pages")) return;
    e.preventDefault();
    drop(s.dataset.slot);
  });
}
