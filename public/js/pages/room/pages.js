// How large the pages are in the signing room: as wide as there is room, also after the telephone was
// turned, and larger or smaller on request.

import { boxOf, layOut } from "../../components/pdf_pages.js";

const WIDEST = 780;
const STEP = 1.25;
const ZOOMS = [0.5, 4];

export class RoomPages {
  // root: the room; papers: [{views}, ...]; elements: Map of spot => element; viewOf(spot); onSize():
  // everything has another size.
  constructor(root, papers, elements, viewOf, onSize) {
    Object.assign(this, { root, papers, elements, viewOf, onSize, zoom: 1 });
    this.frame = root.querySelector("[data-sheets]");
    root.querySelector("[data-smaller]").addEventListener("click", () => this.zoomTo(this.zoom / STEP));
    root.querySelector("[data-larger]").addEventListener("click", () => this.zoomTo(this.zoom * STEP));
  }

  // Pixels for the widest page.
  get width() {
    return Math.min(this.frame.clientWidth - 2, WIDEST) * this.zoom;
  }

  // From now on another width of the window is followed.
  watch() {
    this.fitted = this.frame.clientWidth;
    new ResizeObserver(() => {
      if (Math.abs(this.frame.clientWidth - this.fitted) < 2) return;
      this.fitted = this.frame.clientWidth;
      this.fit();
    }).observe(this.frame);
  }

  zoomTo(factor) {
    this.zoom = Math.min(Math.max(factor, ZOOMS[0]), ZOOMS[1]);
    this.fit();
    this.root.querySelector("[data-zoom-level]").textContent = `${Math.round(this.zoom * 100)} %`;
  }

  // What was in the middle of the window stays there.
  fit() {
    const middle = this.middle();
    this.papers.forEach(({ views }) => {
      const widest = Math.max(...views.map((view) => view.page.getViewport({ scale: 1 }).width));
      views.forEach((view) => view.rescale(this.width / widest));
    });
    this.elements.forEach((element, spot) => layOut(element, boxOf(spot, this.viewOf(spot).viewport)));
    this.onSize();
    if (middle)
      {scrollBy(
        0,
        middle.view.element.getBoundingClientRect().top +
          middle.part * middle.view.element.offsetHeight -
          innerHeight / 2,
      );}
  }

  // {view, part}: the page in the middle of the window, and which part of it (0 to 1) is there.
  middle() {
    const view = this.papers
      .flatMap((paper) => paper.views)
      .find((one) => {
        const box = one.element.getBoundingClientRect();
        return box.top <= innerHeight / 2 && box.bottom >= innerHeight / 2;
      });
    if (!view) return null;
    const box = view.element.getBoundingClientRect();
    return { view, part: (innerHeight / 2 - box.top) / box.height };
  }
}
