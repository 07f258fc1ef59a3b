// Two documents side by side: what differs in their words is marked on both, and led to one after the other.

import { changesOf } from "../lib/changes.js";
import { say } from "../lib/words.js";
import { bringBox, rangeOf, textOf } from "./page_ranges.js";

// All words of a document, each with its page.
async function wordsOf(pages) {
  const texts = await Promise.all(pages.all().map(({ page }) => textOf(page)));
  return texts.flatMap((text, index) => text.words().map((word) => ({ ...word, page: index + 1 })));
}

export class PageChanges {
  // root: what holds the buttons; sides: [before, after], DocumentPages whose texts can be chosen.
  constructor(root, sides) {
    Object.assign(this, { root, sides, changes: [], at: -1, waiting: [] });
    this.told = root.querySelector("[data-changed]");
    root.querySelector("[data-changes] [data-next]").addEventListener("click", () => this.go(1));
    root.querySelector("[data-changes] [data-before]").addEventListener("click", () => this.go(-1));
  }

  async find() {
    this.words = await Promise.all(this.sides.map(wordsOf));
    const changes = changesOf(...this.words);
    this.changes = changes || [];
    if (this.changes.length > 0) this.go(1);
    else this.told.textContent = say(changes ? "reading.same" : "reading.too_different");
  }

  go(step) {
    const count = this.changes.length;
    if (count === 0) return;
    this.at = this.at < 0 ? 0 : (this.at + step + count) % count;
    this.told.textContent = say("reading.changed", { at: this.at + 1, count });
    this.mark();
    this.sides.forEach((_, side) => this.bring(side));
  }

  // What stands on one side of a change; where nothing does, the word before it.
  placeOf(change, side) {
    const own = side === 0 ? change.gone : change.come;
    return own[0] || this.words[side][Math.max(change.at[side] - 1, 0)];
  }

  // Where its page is not drawn yet, it is brought into view once it is.
  bring(side) {
    const word = this.placeOf(this.changes[this.at], side);
    if (!word) return;
    const pages = this.sides[side];
    const view = pages.all()[word.page - 1];
    const range = view.text && rangeOf(view, word);
    this.waiting[side] = range ? null : word.page;
    if (range) bringBox(range.getBoundingClientRect(), pages.pages);
    else pages.goTo({ document: view.document, page: word.page });
  }

  // The words of a page can be marked now.
  shown(side, view) {
    this.mark();
    if (this.waiting[side] === view.number) this.bring(side);
  }

  mark() {
    if (!window.CSS?.highlights) return;
    const ranges = (words, side) => words.map((word) => this.rangeOn(word, side)).filter(Boolean);
    const all = (side) => this.changes.flatMap((one) => ranges(side === 0 ? one.gone : one.come, side));
    const here = this.changes[this.at];
    CSS.highlights.set("gone", new Highlight(...all(0)));
    CSS.highlights.set("come", new Highlight(...all(1)));
    CSS.highlights.set(
      "changed-here",
      new Highlight(...(here ? [...ranges(here.gone, 0), ...ranges(here.come, 1)] : [])),
    );
  }

  rangeOn(word, side) {
    const view = this.sides[side].all()[word.page - 1];
    return view.layer && view.text ? rangeOf(view, word) : null;
  }
}
