// What a signer is led through: places that stand by themselves, and choices, each of them one thing to do.
const automatic = ["date", "name", "email"];

/** Whether a place fills itself by the act of signing. */
export const fillsItself = (p) => automatic.includes(p.kind);

/** The steps of a signer as people read: lists of places; more than one only for a choice. */
export function stepsOf(places) {
  const mine = places.filter((p) => p.mine && !fillsItself(p));
  const marked = new Set(mine.filter((p) => p.group && p.kind !== "text").map((p) => p.group));
  const taken = new Set(mine.filter((p) => p.group && p.filled).map((p) => `${p.group}/${p.side}`));
  const choices = new Map();
  const out = [];
  for (const p of mine) {
    // Words that go with a side are asked for once it is taken.
    if (p.group && p.kind === "text" && marked.has(p.group)) {
      if (taken.has(`${p.group}/${p.side}`)) out.push([p]);
    } else if (!p.group) out.push([p]);
    else if (choices.has(p.group)) choices.get(p.group).push(p);
    else {
      choices.set(p.group, [p]);
      out.push(choices.get(p.group));
    }
  }
  return out;
}

export const isChoice = (step) => Boolean(step[0].group) && new Set(step.map((p) => p.side)).size > 1;
export const isFilled = (step) => step.some((p) => p.filled);
export const isOpen = (step) => step.some((p) => p.todo);

/** The sides of a choice in the order in which they are printed, each with its places. */
export function sidesOf(step) {
  const out = new Map();
  for (const p of step) out.set(p.side, [...(out.get(p.side) || []), p]);
  return [...out].map(([side, places]) => ({ side, places, taken: places.some((p) => p.filled) }));
}
