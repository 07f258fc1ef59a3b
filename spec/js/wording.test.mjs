import assert from "node:assert/strict";
import { test } from "node:test";
import { chosen, filled, listed, sentence } from "../../public/js/lib/wording.js";

const words = {
  room: { seen: { one: "1 page", other: "%{seen} of %{count} pages seen" }, read: "Read the document" },
};

test("fills facts in, and leaves a place that has none as it stands", () => {
  assert.equal(filled("Page %{number} of %{pages}", { number: 3 }), "Page 3 of %{pages}");
});

test("chooses the plural by the rules of the language", () => {
  assert.equal(sentence(words, "room.seen", { count: 1, seen: 0 }), "1 page");
  assert.equal(sentence(words, "room.seen", { count: 4, seen: 2 }), "2 of 4 pages seen");
  assert.equal(chosen({ one: "a", few: "b", other: "c" }, { count: 3 }, "pl"), "b");
});

test("gives the key back where there are no words", () => {
  assert.equal(sentence(words, "room.gone"), "room.gone");
  assert.equal(sentence({}, "room.read"), "room.read");
});

test("lists names as the language does", () => {
  assert.equal(listed(["Ines", "Joss", "Lena"], "en-GB"), "Ines, Joss and Lena");
  assert.equal(listed(["Ines"], "en-GB"), "Ines");
});
