import assert from "node:assert/strict";
import { test } from "node:test";
import { changesOf } from "../../public/js/lib/changes.js";

const words = (text) => text.split(" ").map((word) => ({ word }));
const told = (before, after) =>
  changesOf(words(before), words(after)).map(({ gone, come, at }) => [
    gone.map(({ word }) => word).join(" "),
    come.map(({ word }) => word).join(" "),
    ...at,
  ]);

test("tells what was taken out and what came in its place, once for each place", () => {
  assert.deepEqual(told("the dues are 40 a day", "the new dues are 45 a"), [
    ["", "new", 1, 1],
    ["40", "45", 3, 4],
    ["day", "", 5, 6],
  ]);
});

test("tells a change of case, and nothing of what is the same", () => {
  assert.deepEqual(told("Berth N4", "berth N4"), [["Berth", "berth", 0, 0]]);
  assert.deepEqual(told("Berth N4", "Berth N4"), []);
});

test("says of what is too different that it is", () => {
  const many = (sign) => Array.from({ length: 5000 }, (_, index) => ({ word: `${sign}${index}` }));
  assert.equal(changesOf(many("a"), many("b")), null);
});
