// More forms as they are set in HTML, written in seven batches, each measured before anything was mended for it (see
// docs/RATIONALE.md). Nobody's forms: layouts are habits of the trade, words our own.

/** What a blank is: kind, role and number of whom it is for. */
export const S = (k, r, n) => `data-k="${k}" data-r="${r || ""}" data-n="${n || 0}"`;
export const B = (k, r, n, w) => `<span class=u style="width:${w}px" ${S(k, r, n)}></span>`;
export const F = (w) => `<span class=u style="width:${w}px"></span>`; // a blank nobody signs
export const U = (k, r, n, c, ch = "_") => `<span ${S(k, r, n)}>${ch.repeat(c)}</span>`;
export const D = (k, r, n, w, cap) =>
  `<div style="width:${w}px"><div style="border-bottom:1px solid;height:20px" ${k ? S(k, r, n) : ""}></div><div class=c>${cap}</div></div>`;
export const L = (k, r, n, x, y, w) =>
  `<div class=abs style="left:${x}px;top:${y - 20}px;width:${w}px;height:20px;border-bottom:1px solid #000" ${k ? S(k, r, n) : ""}></div>`;
export const T = (x, y, t, s = 11, st = "") =>
  `<div class=abs style="left:${x}px;top:${y - s}px;font-size:${s}px;line-height:${s}px;white-space:nowrap;${st}">${t}</div>`;
