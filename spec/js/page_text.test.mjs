import assert from "node:assert/strict";
import { test } from "node:test";
import { folded, PageText } from "../../public/js/lib/page_text.js";

const line = (str) => ({ str, hasEOL: true });
const run = (str) => ({ str, hasEOL: false });
const places = (text, words) => text.find(folded(words)).map(({ from, to }) => [...from, ...to]);

test("finds words whatever their case and accents", () => {
  assert.deepEqual(places(new PageText([run("Señor QUILLON")]), "senor Quillon"), [[0, 0, 0, 12]]);
});

test("finds words that go on in the next line or run", () => {
  const text = new PageText([line("the harbour"), run("mas"), run("ter")]);
  assert.deepEqual(places(text, "Harbour  master"), [[0, 4, 2, 2]]);
});

test("finds what a ligature is written for", () => {
  assert.deepEqual(places(new PageText([run("o\ufb03ce")]), "office"), [[0, 0, 0, 3]]);
});

test("finds each place once, and nothing where nothing is asked", () => {
  const text = new PageText([run("aaaa")]);
  assert.equal(text.find("aa").length, 2);
  assert.deepEqual(text.find(folded("  ")), []);
});

test("gives its words as they are written, with their places", () => {
  const text = new PageText([run("The "), line("O\ufb03ce of"), run("Ål")]);
  assert.deepEqual(
    text.words().map(({ word, from, to }) => [word, ...from, ...to]),
    [
      ["The", 0, 0, 0, 2],
      ["O\ufb03ce", 1, 0, 1, 3],
      ["of", 1, 5, 1, 6],
      ["Ål", 2, 0, 2, 1],
    ],
  );
});
