// The marks on a document's pages: each leads to who stands behind it, and back.

import { boxOf, layOut } from "./pdf_pages.js";
import { bringBox } from "./page_ranges.js";
import { make } from "../lib/dom.js";

const spotOf = ({ dataset }) => {
  const [left, bottom, right, top] = dataset.box.split(" ").map(Number);
  return { x: left, y: bottom, width: right - left, height: top - bottom, page: Number(dataset.page) };
};

export class DocumentMarks {
  // root: what will hold the account; pages: DocumentPages of one paper.
  constructor(root, pages) {
    this.root = root;
    this.pages = pages;
    this.marks = [];
  }

  // address: of the account, as HTML.
  async load(address) {
    const answer = await fetch(address, { credentials: "same-origin" });
    if (!answer.ok) throw new Error(answer.status);
    this.root.innerHTML = await answer.text();
    this.root.hidden = false;
    this.marks = [...this.root.querySelectorAll("[data-mark]")].map((told) => this.mark(told));
    this.layOut();
  }

  mark(told) {
    const spot = spotOf(told);
    const open = "open" in told.dataset ? " open" : "";
    const button = make("button", {
      type: "button",
      className: `mark-on-page${open}`,
      title: told.dataset.words,
      aria: { label: told.dataset.words },
    });
    const mark = { told, spot, button };
    button.addEventListener("click", () => this.tell(mark));
    told.querySelector("[data-goes]").addEventListener("click", () => this.go(mark));
    return mark;
  }

  layOut() {
    const views = this.pages.all();
    this.marks.forEach(({ spot, button }) => {
      const view = views[spot.page - 1];
      if (!view) return;
      if (button.parentElement !== view.overlay) view.overlay.append(button);
      layOut(button, boxOf(spot, view.viewport));
    });
  }

  // Opens the account of whoever stands behind it.
  tell(mark) {
    const seat = mark.told.closest("details");
    this.root.querySelectorAll("[data-seat][open]").forEach((one) => one.toggleAttribute("open", one === seat));
    seat.open = true;
    this.choose(mark);
    mark.told.scrollIntoView({ block: "nearest" });
    mark.told.querySelector("[data-goes]").focus({ preventScroll: true });
  }

  // Brings it into view on its page.
  go(mark) {
    const view = this.pages.all()[mark.spot.page - 1];
    this.pages.look({ document: view.document, page: mark.spot.page });
    this.choose(mark);
    bringBox(mark.button.getBoundingClientRect(), this.pages.pages);
  }

  choose(mark) {
    this.marks.forEach(({ told, button }) => {
      const chosen = told === mark.told;
      told.classList.toggle("chosen", chosen);
      button.classList.toggle("chosen", chosen);
    });
  }
}
