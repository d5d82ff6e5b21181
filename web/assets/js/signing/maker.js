// The dialog in which a signer makes a signature or initials: in a written style, or drawn by hand.
import { svg } from "../ink.js";

const $ = (id) => document.getElementById(id);

/** Wires the dialog. ask(path, body) talks to the server; desk has the signer's data and takes what was made. */
export function inkMaker(ask, desk) {
  let working = false;
  const ink = { kind: "signature", mode: "written", style: "quill", strokes: [], place: null };
  const samples = new Map();
  let sampling = 0;

  function makeInk(kind, p) {
    const data = desk.data();
    Object.assign(ink, { kind, place: p, strokes: [] });
    $("ink-title").textContent = kind === "signature" ? "Your signature" : "Your initials";
    $("ink-about").textContent =
      `Made once, placed by you wherever your ${kind === "signature" ? "signature" : "initials"} ${kind === "signature" ? "is" : "are"} asked.`;
    $("ink-label").textContent = kind === "signature" ? "Your name as you sign it" : "Your initials";
    $("ink-name").value = kind === "signature" ? data.name : data.initials;
    $("ink-trouble").textContent = "";
    pad();
    sample();
    $("ink").showModal();
  }

  async function sample() {
    const mark = ++sampling;
    const name = $("ink-name").value.trim();
    if (!samples.has(name)) {
      try {
        samples.set(name, await ask("/sample", { name }));
      } catch (err) {
        $("ink-trouble").textContent = err.message;
        return;
      }
    }
    if (mark !== sampling) return;
    const paths = samples.get(name);
    $("ink-trouble").textContent = name && !Object.keys(paths).length ? "These letters can’t be written for you; please draw instead." : "";
    const usable = desk.data().styles.filter(([k]) => paths[k]);
    if (!paths[ink.style] && usable.length) [[ink.style]] = usable;
    $("styles").replaceChildren(
      ...usable.map(([k, title]) => {
        const b = document.createElement("button");
        b.type = "button";
        b.className = "style";
        b.dataset.style = k;
        b.setAttribute("role", "radio");
        b.setAttribute("aria-checked", k === ink.style);
        b.setAttribute("aria-label", title);
        b.append(
          svg(
            "svg",
            { viewBox: "0 0 260 54", preserveAspectRatio: "xMinYMid meet", "aria-hidden": "true" },
            svg("path", { class: "mark-fill", d: paths[k] }),
          ),
        );
        b.addEventListener("click", () => {
          ink.style = k;
          for (const o of $("styles").children) o.setAttribute("aria-checked", o === b);
        });
        return b;
      }),
    );
  }
  $("ink-name").addEventListener("input", () => {
    clearTimeout(ink.timer);
    ink.timer = setTimeout(sample, 180);
  });

  for (const tab of document.querySelectorAll("[data-mode]")) {
    tab.addEventListener("click", () => {
      ink.mode = tab.dataset.mode;
      for (const t of document.querySelectorAll("[data-mode]")) t.setAttribute("aria-pressed", t === tab);
      $("ink-written").hidden = ink.mode !== "written";
      $("ink-drawn").hidden = ink.mode !== "drawn";
    });
  }

  const pathOf = (s) =>
    s.length === 1
      ? `M${s[0][0] * 130} ${s[0][1] * 130}h0.1`
      : `M${s.map((q) => `${(q[0] * 130).toFixed(1)} ${(q[1] * 130).toFixed(1)}`).join("L")}`;
  function pad() {
    $("pad").replaceChildren(svg("path", { class: "base", d: "M16 98H384" }), ...ink.strokes.map((s) => svg("path", { d: pathOf(s) })));
  }
  $("pad").addEventListener("pointerdown", (e) => {
    e.preventDefault();
    $("pad").setPointerCapture(e.pointerId);
    const r = $("pad").getBoundingClientRect();
    const point = (q) => [(q.clientX - r.left) / r.height, (q.clientY - r.top) / r.height].map((v) => Math.round(v * 1000) / 1000);
    const stroke = [point(e)];
    ink.strokes.push(stroke);
    const path = svg("path", { d: pathOf(stroke) });
    $("pad").append(path);
    const move = (m) => {
      for (const q of m.getCoalescedEvents?.() || [m]) stroke.push(point(q));
      path.setAttribute("d", pathOf(stroke));
    };
    const up = () => {
      $("pad").removeEventListener("pointermove", move);
      $("pad").removeEventListener("pointerup", up);
      $("pad").removeEventListener("pointercancel", up);
    };
    $("pad").addEventListener("pointermove", move);
    $("pad").addEventListener("pointerup", up);
    $("pad").addEventListener("pointercancel", up);
  });
  $("pad-clear").addEventListener("click", () => {
    ink.strokes = [];
    pad();
  });
  $("ink-use").addEventListener("click", async () => {
    if (working) return;
    working = true;
    const made = ink.mode === "drawn" ? { style: "drawn", strokes: ink.strokes } : { style: ink.style, name: $("ink-name").value.trim() };
    try {
      const next = await ask("/ink", { [ink.kind]: made });
      $("ink").close();
      await desk.made(next, ink.place);
    } catch (err) {
      $("ink-trouble").textContent = err.message;
    } finally {
      working = false;
    }
  });

  return makeInk;
}
