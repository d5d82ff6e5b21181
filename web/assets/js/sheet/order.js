// The order of signing: usual orders in one gesture, and people dragged before, behind or beside another.

/** The usual orders. Each gives every signer a turn; again says that the member signs once more at the end. */
export const orders = [
  { words: "all at once", turns: (list) => list.map((s) => [s, 1]) },
  { words: "one after another", turns: (list) => list.map((s, i) => [s, i + 1]) },
  { words: "clients together, then me", turns: (list) => list.map((s) => [s, s.you ? 2 : 1]) },
  { words: "me first to check, clients, then me to date it", again: true, turns: (list) => mineAround(list) },
];

function mineAround(list) {
  const mine = list.filter((s) => s.you);
  return list.map((s) => [s, !s.you ? 2 : s === mine[mine.length - 1] && mine.length > 1 ? 3 : 1]);
}

/** Puts a draft's signers into one of the usual orders. */
export async function arrange(draft, order) {
  const { signers, parties } = draft.data;
  if (order.again) {
    const missing = 2 - signers.filter((s) => s.you).length;
    for (let i = 0; i < missing; i++) await draft.edit({ op: "signer", party: 0, turn: 90 + i });
  } else if (order.words.includes("me") && parties.some((p) => p.id === 0)) await draft.edit({ op: "signer", party: 0, turn: 90 });
  const edits = order.turns(draft.data.signers).map(([s, turn]) => ({ op: "turn", signer: s.id, turn }));
  if (edits.length) await draft.edit({ op: "turns", edits });
}

/** The edits that move a signer before, behind or beside another. */
export function moved(signers, id, target, where) {
  const at = signers.find((s) => s.id === target).turn;
  if (where === "beside") return [{ op: "turn", signer: id, turn: at }];
  const edge = where === "before" ? at : at + 1;
  return [
    ...signers.filter((s) => s.id !== id && s.turn >= edge).map((s) => ({ op: "turn", signer: s.id, turn: s.turn + 1 })),
    { op: "turn", signer: id, turn: edge },
  ];
}

/** Lets the people of a list be dragged; done gets whom, over whom, and where. */
export function dragPeople(list, done) {
  let held = 0;
  const person = (e) => e.target.closest?.("li.person");
  const clear = () => list.querySelectorAll("[data-drop]").forEach((p) => delete p.dataset.drop);
  const where = (e, p) => {
    const r = p.getBoundingClientRect();
    const part = (e.clientY - r.top) / r.height;
    return part < 0.28 ? "before" : part > 0.72 ? "behind" : "beside";
  };
  list.addEventListener("dragstart", (e) => {
    const p = person(e);
    if (!p) return;
    held = Number(p.dataset.person);
    e.dataTransfer.effectAllowed = "move";
    e.dataTransfer.setData("text/x-person", String(held));
  });
  list.addEventListener("dragover", (e) => {
    const p = person(e);
    clear();
    if (!p || !held || Number(p.dataset.person) === held) return;
    e.preventDefault();
    p.dataset.drop = where(e, p);
  });
  list.addEventListener("drop", (e) => {
    const p = person(e);
    clear();
    if (!p || !held || Number(p.dataset.person) === held) return;
    e.preventDefault();
    done(held, Number(p.dataset.person), where(e, p));
  });
  list.addEventListener("dragend", () => {
    held = 0;
    clear();
  });
}
