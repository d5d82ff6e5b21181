// Forms whose places were kept: what the sheet says of those it recognised, and keeping the places of one.
import { el } from "../dom.js";
import { kindOf } from "../ink.js";

/** The signer a kept place is for: the seat's n-th person, in their n-th turn or else their last. */
export function seated(signers, s) {
  const people = new Map();
  for (const o of signers) {
    if (o.role !== s.role || o.number !== Math.max(1, s.number)) continue;
    const who = `${o.party} ${o.you} ${o.name}`;
    people.set(who, [...(people.get(who) ?? []), o]);
  }
  const turns = [...people.values()][s.person ?? 0];
  return turns?.[Math.min(s.again ?? 0, turns.length - 1)];
}

/** The field a kept place becomes. */
export const fromKept = ({ kept }) => (kept ? { ...kept, signer: 0 } : {});

/** What is said of recognised forms: which, and what of them is worth a look. show brings a spot into view, take takes several. */
export function knownForms(all, spots, show, take) {
  const open = (k, kept) => spots.some(({ s, page }) => Boolean(s.kept) === kept && page.document === k.document);
  const known = all.filter((k) => k.lost.length || open(k, true) || (k.fresh && open(k, false)));
  if (!known.length) return [];
  const parts = [];
  const edition = (k) => (k.edition ? `, kept of another edition (${k.edition})` : "");
  const words = known.map((k) => `${k.name}: ${k.places} places kept${edition(k)}`).join("\n");
  parts.push(
    el(
      "span",
      { title: words },
      known.length === 1 ? "Known form: " : "",
      el("b", { class: "title text-[15px]" }, known.length === 1 ? known[0].name : `${known.length} known forms`),
      known.length === 1 && known[0].edition ? " in another edition" : "",
    ),
  );
  const moved = spots.filter(({ s }) => s.kept && s.sure < 80);
  const fresh = known.reduce((n, k) => n + (open(k, false) ? k.fresh : 0), 0);
  const lost = known.flatMap((k) => k.lost.map((l) => `${k.name}: ${l}`));
  if (moved.length)
    parts.push(
      el(
        "span",
        { class: "flex items-center gap-2" },
        el("button", { class: "plain small cinnabar", onclick: () => show(moved[0]) }, `${moved.length} moved: look`),
        el("button", { class: "plain small", onclick: () => take(moved.map(({ s }) => s.id)) }, "take them"),
      ),
    );
  if (fresh) parts.push(el("span", {}, `${fresh} new on it`));
  if (lost.length)
    parts.push(
      el(
        "details",
        { class: "small" },
        el("summary", { class: "plain cinnabar w-fit" }, `${lost.length} not there`),
        el("ul", {}, ...lost.map((l) => el("li", {}, l))),
      ),
    );
  return parts;
}

/** Asks under which name the places of a document are kept, and keeps them. */
export function keepStencil(draft, found, doc, say) {
  const dialog = document.getElementById("stencil-dialog");
  const form = dialog.querySelector("form");
  const fields = [...draft.fields.values()].filter((f) => f.document === doc.id);
  const known = found.data.known.find((k) => k.document === doc.id);
  form.elements.name.value = known?.name ?? doc.name;
  form.elements.document.value = doc.id;
  form.elements.words.checked = false;
  dialog.querySelector("[data-what]").textContent =
    `The ${fields.length} places on “${doc.name}”, each with its seat, kind and size. Whoever holds the seat in the next deal gets them.`;
  form.elements.words.closest("label").hidden = !fields.some((f) => f.value || kindOf(f.kind).own);
  const trouble = dialog.querySelector("[role=alert]");
  trouble.textContent = "";
  dialog.querySelector("[data-close]").onclick = () => dialog.close();
  form.onsubmit = async (e) => {
    e.preventDefault();
    try {
      await draft.settle();
      const r = await fetch(`/packets/${draft.id}/stencils`, {
        method: "POST",
        body: new URLSearchParams(new FormData(form)),
        headers: { Accept: "text/plain" },
      });
      const text = (await r.text()).trim();
      if (!r.ok) throw new Error(text);
      dialog.close();
      say(text);
      found.load();
    } catch (err) {
      trouble.textContent = err.message;
    }
  };
  dialog.showModal();
  form.elements.name.select();
}
