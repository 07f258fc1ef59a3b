// A version of a record, read in place: its pages, their strip, zoom, and what is searched in it.

import { DocumentPages } from "../components/document_pages.js";
import { PageSearch } from "../components/page_search.js";
import { given } from "../lib/given.js";

const STEP = 1.25;
const root = document.querySelector("[data-reading]");

async function start() {
  let search = null;
  const pages = new DocumentPages(root, [{ position: 1, title: given.title, file: given.file }], {
    zoom: () => {},
    text: (view) => search?.shown(view),
  });
  await pages.load();
  search = new PageSearch(root, pages);
  const zooms = { "zoom-in": STEP, "zoom-out": 1 / STEP };
  Object.entries(zooms).forEach(([name, factor]) =>
    root.querySelector(`[data-${name}]`).addEventListener("click", () => pages.zoomTo(pages.zoom * factor)),
  );
  root.querySelector("[data-zoom-fit]").addEventListener("click", () => pages.zoomTo(1));
  const named = Number(location.hash.match(/^#page-(\d+)$/)?.[1]);
  if (named >= 1 && named <= pages.all().length) pages.goTo({ document: 1, page: named });
  pages.pages.dataset.ready = "true";
  await pages.showStrip();
}

start().catch((problem) => {
  root.querySelector("[data-pages]").textContent = problem.message;
});
