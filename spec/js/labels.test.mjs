import assert from "node:assert/strict";
import { test } from "node:test";
import { labelOf } from "../../public/js/lib/labels.js";
import { countedOn, freshKey, nameOf } from "../../public/js/pages/placement/names.js";

const run = (str, x, y, width) => ({ str, transform: [10, 0, 0, 10, x, y], width, height: 10 });
const spot = { x: 200, y: 500, width: 120, height: 16 };

test("is what ends before the place on its line, as far as it stands together", () => {
  const items = [run("Elsewhere", 20, 502, 50), run("Port", 150, 502, 20), run("of call:", 172, 502, 26)];
  assert.equal(labelOf(items, spot), "Port of call");
});

test("is what stands above it where nothing is on the left, and nothing where nothing says it", () => {
  assert.equal(labelOf([run("Date of berthing", 205, 520, 80)], spot), "Date of berthing");
  assert.equal(labelOf([run("Far above", 205, 560, 80), run("42", 180, 502, 15)], spot), "");
});

test("becomes a name of formulas", () => {
  assert.equal(nameOf("Länge über alles (m)"), "lange_uber_alles_m");
  assert.equal(nameOf("2. Berth"), "berth");
  assert.equal(nameOf("—"), "");
});

test("counts names on from what there is", () => {
  const taken = new Set(["berth", "berth_2", "text_1", "row_7"]);
  assert.deepEqual(
    ["berth", "text_1", "row_7", "free"].map((name) => countedOn(name, taken)),
    ["berth_3", "text_2", "row_8", "free"],
  );
});

test("gives no name to what has no value", () => {
  const kinds = { signature: { filled_by: "mark" }, text: { filled_by: "party" }, one_of: { filled_by: "party" } };
  const bench = { kinds, joins: { party: "A", key: "pilot" }, fields: [{ key: "port" }] };
  assert.equal(freshKey(bench, "signature", "A", "Signed"), "");
  assert.equal(freshKey(bench, "text", "A", "Port"), "port_2");
  assert.equal(freshKey(bench, "one_of", "A", "Yes"), "pilot");
});
