// How a field is drawn: a baseline in the signer's own rule, a faint wash, the seat code, a glyph for
// the kind. The rules tell signers apart in grey; the hues are in parts.css.

const NS = "http://www.w3.org/2000/svg";

/** Makes an SVG element. */
export function svg(name, attrs = {}, ...children) {
  const el = document.createElementNS(NS, name);
  for (const [k, v] of Object.entries(attrs)) el.setAttribute(k, v);
  el.append(...children);
  return el;
}

/** The rule of an ink: lines just below y, from x, w points long. */
export function rule(ink, x, y, w) {
  const line = (dy, width, dash) =>
    svg("line", { x1: x, x2: x + w, y1: y + dy, y2: y + dy, "stroke-width": width, ...(dash ? { "stroke-dasharray": dash } : {}) });
  const g = svg("g", { class: "rule" });
  switch (ink) {
    case 0: // single
      g.append(line(0, 1.6));
      break;
    case 1: // double
      g.append(line(-0.6, 0.9), line(1.5, 0.9));
      break;
    case 2: // heavy and fine
      g.append(line(-0.6, 2), line(2, 0.6));
      break;
    case 3: // heavy
      g.append(line(0.2, 2.6));
      break;
    case 4: // long dashes
      g.append(line(0, 1.7, "12 3"));
      break;
    case 5: // with end strokes
      g.append(line(0, 1.5));
      for (const at of [x, x + w]) g.append(svg("line", { x1: at, x2: at, y1: y - 3, y2: y + 3, "stroke-width": 1.5 }));
      break;
    case 6: // beaded
      g.append(line(0, 1.1));
      for (let at = x + 5; at < x + w - 2; at += 17) g.append(svg("circle", { cx: at, cy: y, r: 1.9 }));
      break;
    default: // dash and dot
      g.append(line(0, 1.7, "9 3 2 3"));
  }
  return g;
}

const glyphs = {
  signature: "M0 7 C2 -2 4 0 4 4 C4 9 8 -1 9 3 C10 6 12 3 14 3",
  initials: "M0 8 L2.5 0 L5 8 M7 8 L7 0 M7 0 C13 0 13 4 7 4",
  date: "M0 1 H10 V9 H0 Z M0 3.6 H10 M3 0 V2 M7 0 V2",
  name: "M5 4 A2 2 0 1 0 4.9 4 M1 9 C1 5 9 5 9 9",
  text: "M0 1 H9 M4.5 1 V9",
  tick: "M0 5 L3 8 L9 0",
  email: "M0 1 H12 V9 H0 Z M0 1 L6 5.5 L12 1",
  note: "M0 8 L1 5 L7 -1 L9 1 L3 7 Z",
  strike: "M0 5 H12 M2 1 V9 M10 1 V9",
};

/** The glyph of a kind as a path, about 14 by 9 points. */
export function glyph(kind) {
  return svg("path", { class: "glyph", d: glyphs[kind] });
}

export const kinds = [
  { kind: "signature", key: "s", title: "Signature", w: 168, h: 22 },
  { kind: "initials", key: "i", title: "Initials", w: 40, h: 20 },
  { kind: "date", key: "d", title: "Signing date", w: 92, h: 18 },
  { kind: "name", key: "m", title: "Printed name", w: 150, h: 18 },
  { kind: "email", key: "e", title: "E-mail", w: 150, h: 18 },
  { kind: "text", key: "t", title: "Text", w: 130, h: 18 },
  { kind: "tick", key: "c", title: "Tick", w: 14, h: 14 },
  { kind: "note", key: "n", title: "Note", w: 150, h: 16, own: true },
  { kind: "strike", key: "x", title: "Struck term", w: 120, h: 24, own: true },
];

export const kindOf = (kind) => kinds.find((k) => k.kind === kind);

const words = {
  signature: "signature",
  initials: "initials",
  date: "signing date",
  name: "",
  email: "",
  text: "text",
  tick: "",
  note: "",
  strike: "",
};

/** Draws a spot: where a place was found, in the ink of who holds its seat, with how sure it is. */
export function spotMark(s, who) {
  const g = svg("g", { class: `spot ${who ? `ink-${who.ink}` : "nobody"}`, transform: `translate(${s.x} ${s.y})`, "data-spot": s.id });
  const size = Math.min(7, Math.max(4.5, s.h * 0.5));
  g.append(
    svg("rect", { class: "hit", width: s.w, height: s.h }),
    svg("line", { x1: 0, x2: s.w, y1: s.h, y2: s.h, class: s.sure >= 80 ? "sure" : "unsure" }),
  );
  if (s.kind === "tick") return g;
  const code = who ? who.code : kindOf(s.kind).own ? "" : s.code || "?";
  g.append(svg("text", { x: 2, y: s.h - 3, "font-size": size }, code));
  if (s.w > 34) {
    const mark = glyph(s.kind);
    mark.setAttribute("transform", `translate(${5 + code.length * size * 0.66} ${s.h - 4 - size * 0.75}) scale(${size / 10})`);
    g.append(mark);
  }
  if (s.w > 52) g.append(svg("text", { x: s.w - 2, y: s.h - 3, "font-size": size * 0.9, "text-anchor": "end" }, s.sure));
  return g;
}

/** Adds a mark as it will be printed. */
function marks(g, drawn) {
  if (drawn?.fill) g.append(svg("path", { class: "mark-fill", d: drawn.fill }));
  if (drawn?.stroke) g.append(svg("path", { class: "mark-stroke", d: drawn.stroke, "stroke-width": drawn.width }));
}

/** Draws a field for the sheet: f in points, s its signer or undefined. */
export function fieldMark(f, s, drawn) {
  const own = kindOf(f.kind).own;
  const g = svg("g", {
    class: `field ${own ? "own" : s ? `ink-${s.ink}` : "nobody"}`,
    transform: `translate(${f.x} ${f.y})`,
    "data-id": f.id,
  });
  if (own) {
    g.append(svg("rect", { class: "wash", width: f.w, height: f.h }));
    marks(g, drawn);
    if (!f.value && f.kind === "note")
      g.append(svg("text", { class: "word", x: 3, y: f.h - 4, "font-size": 8 }, "note: write its words at the right"));
    return g;
  }
  const small = f.h < 12;
  g.append(svg("rect", { class: f.required ? "wash" : "wash optional", width: f.w, height: f.h }));
  g.append(rule(s ? s.ink : 4, 0, f.h, f.w));
  const size = Math.min(9, Math.max(5, f.h * 0.55));
  const base = f.h - Math.max(2, (f.h - size) / 2);
  let x = 3;
  if (f.kind === "tick") {
    const scale = f.h / 16;
    const mark = glyph("tick");
    mark.setAttribute("transform", `translate(${f.w * 0.25} ${f.h * 0.22}) scale(${scale})`);
    g.append(mark);
    if (f.w > 28) g.append(svg("text", { class: "code-text", x: 2, y: base, "font-size": size }, s ? s.code : "?"));
    return g;
  }
  const code = s ? s.code : "?";
  g.append(svg("text", { class: "code-text", x, y: base, "font-size": size }, code));
  x += code.length * size * 0.64 + 4;
  if (f.w - x > 14 && !small) {
    const mark = glyph(f.kind);
    const scale = f.kind === "signature" ? Math.min(1.4, f.h / 12) : 0.8;
    mark.setAttribute("transform", `translate(${x} ${f.h / 2 - 4 * scale}) scale(${scale})`);
    g.append(mark);
    x += 14 * scale + 5;
  }
  if (f.value && drawn) {
    g.lastChild.remove(); // the glyph
    g.querySelector(".code-text").remove();
    marks(g, drawn);
    return g;
  }
  const said =
    f.kind === "email" && s ? s.email : f.kind === "name" && s ? s.prints || s.name : f.kind === "text" && f.label ? f.label : "";
  const kind = said || words[f.kind];
  if (f.group && f.w > 26) {
    g.append(svg("path", { class: "fork", d: `M${f.w - 9} 5.5h3l4 -3m-4 3l4 3` }));
  }
  const room = Math.floor((f.w - x - (f.group ? 10 : 2)) / (size * 0.52));
  const ways = f.group
    ? [`${kind} · ${f.side}`, f.side]
    : f.required
      ? [kind, f.kind === "date" ? "date" : ""]
      : [`${kind}, may stay empty`, "may stay empty", "optional"];
  // What the sign beside it says already is left out where it does not fit; what only the words say is cut.
  const fits = ways.find((w) => w && w.length <= room) ?? (said || !f.required || f.group ? ways.at(-1) || kind : "");
  if (fits && room > 3)
    g.append(svg("text", { class: "word", x, y: base, "font-size": size }, fits.length > room ? `${fits.slice(0, room - 1)}…` : fits));
  return g;
}
