// What is searched in the text of a document: how often it stands there, one after the other, marked on the pages.

import { bringBox, rangeOf, textOf } from "./page_ranges.js";
import { folded } from "../lib/page_text.js";
import { say } from "../lib/words.js";

export class PageSearch {
  // root: what holds the form; pages: DocumentPages of one paper, which tells onText of each view.
  constructor(root, pages) {
    Object.assign(this, { root, pages, hits: [], at: -1, words: "" });
    const form = root.querySelector("[data-search]");
    this.input = form.querySelector("input");
    this.told = root.querySelector("[data-found]");
    form.addEventListener("submit", (event) => {
      event.preventDefault();
      this.ask(1);
    });
    this.input.addEventListener("keydown", (event) => {
      if (event.key !== "Enter" || !event.shiftKey) return;
      event.preventDefault();
      this.ask(-1);
    });
    root.querySelector("[data-before]").addEventListener("click", () => this.ask(-1));
  }

  // The next hit, or those of other words.
  async ask(step) {
    const words = folded(this.input.value);
    if (words === this.words && this.hits.length > 0) this.go(step);
    else await this.search(words);
  }

  async search(words) {
    this.words = words;
    this.texts ||= Promise.all(this.pages.all().map(async ({ page }) => textOf(page)));
    const texts = await this.texts;
    if (words !== this.words) return; // something else was asked meanwhile
    this.hits = texts.flatMap((text, index) => text.find(words).map((hit) => ({ ...hit, page: index + 1 })));
    this.at = -1;
    if (this.hits.length > 0) this.go(1);
    else this.nothing(texts.every((text) => text.text.trim() === ""));
  }

  nothing(withoutText) {
    this.mark();
    const key = withoutText ? "reading.no_text" : "reading.nothing";
    this.told.textContent = this.words ? say(key) : "";
  }

  go(step) {
    const count = this.hits.length;
    this.at = this.at < 0 ? this.firstFrom(this.pages.at.page) : (this.at + step + count) % count;
    const { page } = this.hits[this.at];
    this.told.textContent = say("reading.found", { at: this.at + 1, count, page });
    this.mark();
    this.bring();
  }

  // The first hit on the page that is looked at, or after it.
  firstFrom(page) {
    return Math.max(this.hits.findIndex((hit) => hit.page >= page), 0);
  }

  // Where its page is not drawn yet, it is brought into view once it is.
  bring() {
    const hit = this.hits[this.at];
    const view = this.pages.all()[hit.page - 1];
    const range = view.text && rangeOf(view, hit);
    if (!range) {
      this.pages.goTo({ document: view.document, page: hit.page });
      this.waiting = view.text ? null : hit;
      return;
    }
    bringBox(range.getBoundingClientRect(), this.pages.pages);
  }

  // The words of a page can be marked now.
  shown(view) {
    this.mark();
    if (this.waiting?.page !== view.number) return;
    this.waiting = null;
    this.bring();
  }

  mark() {
    if (!window.CSS?.highlights) return;
    const views = this.pages.all();
    const ranges = this.hits.map((hit) => views[hit.page - 1].layer && rangeOf(views[hit.page - 1], hit));
    CSS.highlights.set("found", new Highlight(...ranges.filter(Boolean)));
    CSS.highlights.set("found-here", new Highlight(...[ranges[this.at]].filter(Boolean)));
  }
}
