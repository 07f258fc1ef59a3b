import assert from "node:assert/strict";
import { test } from "node:test";
import * as geometry from "../../public/js/lib/geometry.js";

const field = (values = {}) => ({ id: 1, page: 1, x: 100, y: 200, width: 80, height: 20, ...values });

test("moves a field by points", () => {
  assert.deepEqual(geometry.moved(field(), 10, -5), field({ x: 110, y: 195 }));
});

test("keeps a field on its page", () => {
  const kept = geometry.withinPage(field({ x: 590, y: -10 }), [595, 842]);
  assert.ok(kept.x + kept.width <= 595 && kept.y >= 0);
});

test("never makes a field smaller than its kind allows", () => {
  const kind = { least_width: 40, least_height: 9, width: 150, height: 16 };
  const small = geometry.resized(field(), -500, -500, kind);
  assert.ok(small.width >= 40 && small.height >= 9);
});

test("aligns to the first edge of all", () => {
  const same = geometry.aligned([field({ x: 50 }), field({ id: 2, x: 120 })], "left");
  assert.equal(new Set(same.map((one) => one.x)).size, 1);
});
