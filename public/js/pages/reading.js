// A document read in place: its pages, their strip, zoom, what is searched in it, and who stands behind its marks; or
// two of them side by side.

import { DocumentMarks } from "../components/document_marks.js";
import { DocumentPages } from "../components/document_pages.js";
import { PageChanges } from "../components/page_changes.js";
import { PageSearch } from "../components/page_search.js";
import { given } from "../lib/given.js";
import { make } from "../lib/dom.js";
import { say } from "../lib/words.js";

const STEP = 1.25;
const root = document.querySelector("[data-reading]");

// The one to compare with: the strip and the number are those of the other.
class PagesBeside extends DocumentPages {
  constructor(...given) {
    super(...given);
    this.pages = root.querySelector("[data-pages-beside]");
  }

  showNumber() {}
}

const paperOf = ({ title, file }) => [{ position: 1, title, file }];

// Both move together, by the one that is moved.
function moveTogether(sides) {
  let moved = null;
  sides.forEach((side, index) => {
    const frame = side.pages;
    ["pointerenter", "wheel", "focusin"].forEach((name) =>
      frame.addEventListener(name, () => (moved = side), { passive: true }),
    );
    frame.addEventListener("scroll", () => {
      if (moved !== side) return;
      const other = sides[1 - index].pages;
      const share = frame.scrollTop / Math.max(frame.scrollHeight - frame.clientHeight, 1);
      other.scrollTop = share * (other.scrollHeight - other.clientHeight);
    });
  });
  root.querySelector("[data-changes]").addEventListener("pointerdown", () => (moved = null));
}

async function compare() {
  let changes = null;
  const kinds = [DocumentPages, PagesBeside];
  const sides = [given, given.beside].map(
    (paper, side) =>
      new kinds[side](root, paperOf(paper), { zoom: () => {}, text: (view) => changes?.shown(side, view) }),
  );
  await Promise.all(sides.map((side) => side.load()));
  moveTogether(sides);
  changes = new PageChanges(root, sides);
  return { sides, later: () => changes.find() };
}

async function alone() {
  let [search, marks] = [null, null];
  const pages = new DocumentPages(root, paperOf(given), {
    zoom: () => marks?.layOut(),
    text: (view) => search?.shown(view),
  });
  await pages.load();
  search = new PageSearch(root, pages);
  const aside = root.querySelector("[data-marks]");
  marks = new DocumentMarks(aside, pages);
  const told = () =>
    marks.load(given.marks).catch(() => {
      aside.hidden = false;
      aside.replaceChildren(make("p", { className: "faded", textContent: say("reading.no_marks") }));
    });
  return { sides: [pages], later: told };
}

async function start() {
  const { sides, later } = await (given.beside ? compare() : alone());
  const [pages] = sides;
  const zooms = { "zoom-in": STEP, "zoom-out": 1 / STEP };
  const zoomTo = (factor) => sides.forEach((side) => side.zoomTo(factor));
  Object.entries(zooms).forEach(([name, factor]) =>
    root.querySelector(`[data-${name}]`).addEventListener("click", () => zoomTo(pages.zoom * factor)),
  );
  root.querySelector("[data-zoom-fit]").addEventListener("click", () => zoomTo(1));
  root.querySelector("[data-page-count]").textContent = pages.all().length;
  const named = Number(location.hash.match(/^#page-(\d+)$/)?.[1]);
  if (named >= 1 && named <= pages.all().length) pages.goTo({ document: 1, page: named });
  pages.pages.dataset.ready = "true";
  await Promise.all([pages.showStrip(), later()]);
}

start().catch((problem) => {
  root.querySelector("[data-pages]").textContent = problem.message;
});
