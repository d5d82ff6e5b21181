// The sheet reads places in the order in which the signing page leads from one to the next: the cases are those
// of field.Order.
import { test } from "node:test";
import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { inOrder } from "../web/assets/js/sheet/reading.js";

test("places are read down columns and across rows", () => {
  for (const { name, columns, places, want } of JSON.parse(readFileSync("core/field/testdata/order.json", "utf8"))) {
    const list = places.map(([id, x, y, w, h]) => ({ id, x, y, w, h }));
    assert.equal(
      inOrder(list, columns)
        .map((f) => f.id)
        .join(""),
      want,
      name,
    );
  }
});
