// The pages of documents, one after the other, in a frame of their own: their strip, the page that is looked at,
// and zoom.

import { opened, showPages, showThumbs } from "./pdf_pages.js";
import { make } from "../lib/dom.js";
import { say } from "../lib/words.js";

const THUMB_WIDTH = 48;
const WIDEST = 760;
const ZOOMS = [0.4, 4];

export const placeOf = (at) => `${at.document}-${at.page}`;

export class DocumentPages {
  // root: what holds the frame, the strip and the number; papers: [{position, title, file}, ...]; on: {zoom(): the
  // pages have another size, text(view): the words of a page can be chosen now}, where words are to be chosen.
  constructor(root, papers, on) {
    this.root = root;
    this.papers = papers;
    this.on = on;
    this.views = new Map();
    this.at = { document: papers[0].position, page: 1 };
    this.zoom = 1;
    this.pages = root.querySelector("[data-pages]");
  }

  async load() {
    for (const paper of this.papers) await this.show(paper);
  }

  async show(paper) {
    paper.pdf = await opened(paper.file);
    if (this.papers.length > 1)
      {this.pages.append(
        make("h2", { className: "paper-title", textContent: `${paper.position}. ${paper.title}` }),
      );}
    const views = await showPages(paper.pdf, this.pages, {
      width: Math.min(this.pages.clientWidth - 44, WIDEST),
      text: Boolean(this.on.text),
      onSeen: this.on.text && ((number) => this.look({ document: paper.position, page: number })),
    });
    views.forEach((view) => {
      Object.assign(view, { document: paper.position, fitting: view.viewport.scale, onText: this.on.text });
      this.views.set(placeOf({ document: paper.position, page: view.number }), view);
    });
  }

  // Places for all pages at once; each picture is drawn when it comes into view.
  async showStrip() {
    for (const paper of this.papers)
      {await showThumbs(paper.pdf, (number, size) => this.thumb(paper, number, size));}
    this.showNumber();
  }

  thumb(paper, number, size) {
    const canvas = make("canvas");
    const at = { document: paper.position, page: number };
    const label = say(this.papers.length > 1 ? "pages.page_of" : "pages.page", { title: paper.title, number });
    const button = make(
      "button",
      { type: "button", data: { at: placeOf(at) }, aria: { label } },
      canvas,
      make("span", { textContent: number }),
    );
    button.style.height = `${Math.round((THUMB_WIDTH * size.height) / size.width)}px`;
    button.addEventListener("click", () => this.goTo(at));
    this.root.querySelector("[data-thumbs]").append(button);
    return { canvas, width: THUMB_WIDTH };
  }

  all() {
    return [...this.views.values()];
  }

  of(field) {
    return this.views.get(placeOf(field));
  }

  ofPaper(position) {
    return this.all().filter((view) => view.document === position);
  }

  // [width, height] in points of the page of a field.
  size(field) {
    const [x1, y1, x2, y2] = this.of(field).page.view;
    return [x2 - x1, y2 - y1];
  }

  // The page that is looked at now.
  look(at) {
    this.at = { document: at.document, page: at.page };
    this.showNumber();
  }

  // Brings a page to the top of the workbench without moving the rest of the screen.
  goTo(at) {
    this.pages.scrollTop +=
      this.of(at).element.getBoundingClientRect().top - this.pages.getBoundingClientRect().top - 18;
    this.look(at);
  }

  showNumber() {
    const { title } = this.papers.find((paper) => paper.position === this.at.document);
    const key = this.papers.length > 1 ? "pages.at_of" : "pages.at";
    this.root.querySelector("[data-page-number]").textContent = say(key, { title, number: this.at.page });
    this.root
      .querySelectorAll("[data-thumbs] button")
      .forEach((one) => one.toggleAttribute("aria-current", one.dataset.at === placeOf(this.at)));
  }

  zoomTo(factor) {
    this.zoom = Math.min(Math.max(factor, ZOOMS[0]), ZOOMS[1]);
    const depth = this.pages.scrollTop / this.pages.scrollHeight;
    this.views.forEach((view) => view.rescale(view.fitting * this.zoom));
    this.on.zoom();
    this.pages.scrollTop = depth * this.pages.scrollHeight;
    this.root.querySelector("[data-zoom-level]").textContent = `${Math.round(this.zoom * 100)} %`;
  }
}
