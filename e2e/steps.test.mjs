// What a signer is led through: a choice is one step, and its count does not change while they sign.
import { test } from "node:test";
import assert from "node:assert/strict";
import { isChoice, isFilled, isOpen, sidesOf, stepsOf } from "../web/assets/js/signing/steps.js";

const place = (id, kind, bond = {}, more = {}) => ({ id, kind, mine: true, filled: false, todo: true, ...bond, ...more });
const side = (name, group = "g") => ({ group, side: name, rule: "one" });
const ids = (steps) => steps.map((s) => s.map((p) => p.id).join("")).join(" ");

test("places of others and those that fill themselves are no steps; sides of a choice are one", () => {
  const list = [
    place("s", "signature"),
    place("d", "date"),
    place("x", "signature", {}, { mine: false }),
    place("a", "initials", side("elect")),
    place("b", "initials", side("decline")),
    place("c", "initials", side("elect")),
    place("t", "tick", side("yes", "h")),
  ];
  const steps = stepsOf(list);
  assert.equal(ids(steps), "s abc t");
  assert.deepEqual(steps.map(isChoice), [false, true, false]);
  assert.deepEqual(
    sidesOf(steps[1]).map((s) => [s.side, s.places.length, s.taken]),
    [
      ["elect", 2, false],
      ["decline", 1, false],
    ],
  );
  // One side taken, the other freed: still one step, filled and closed.
  const taken = list.map((p) =>
    p.id === "b" ? { ...p, filled: true, todo: false } : p.group === "g" ? { ...p, freed: true, todo: false } : p,
  );
  assert.equal(ids(stepsOf(taken)), "s abc t");
  assert.deepEqual(
    [stepsOf(taken)[1]].map((s) => [isFilled(s), isOpen(s)]),
    [[true, false]],
  );
});

test("words that go with a side are asked for once it is taken", () => {
  const list = [place("a", "tick", side("yes")), place("w", "text", side("yes")), place("b", "tick", side("no"))];
  assert.equal(ids(stepsOf(list)), "ab");
  assert.equal(ids(stepsOf(list.map((p) => (p.id === "a" ? { ...p, filled: true } : p)))), "ab w");
  assert.equal(ids(stepsOf(list.map((p) => (p.id === "b" ? { ...p, filled: true } : p)))), "ab");
  // A choice of words alone is asked as one.
  assert.equal(ids(stepsOf([place("v", "text", side("a")), place("w", "text", side("b"))])), "vw");
});
