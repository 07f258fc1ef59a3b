// Draws the pages of a PDF with pdf.js, each when it comes into view, with an overlay for fields.

import * as pdfjs from "/vendor/pdfjs/pdf.min.mjs";
import { drawing, PageView } from "./pdf_view.js";
import { port } from "../lib/pdf_worker.js";
import { say } from "../lib/words.js";

const VENDOR = "/vendor/pdfjs/";
// One serves all documents.
const worker = new pdfjs.PDFWorker({ port });

// The document over bytes (ArrayBuffer); they are copied, so that the caller keeps them.
export function openDocument(bytes) {
  return pdfjs.getDocument({
    data: new Uint8Array(bytes.slice(0)),
    worker,
    cMapUrl: `${VENDOR}cmaps/`,
    cMapPacked: true,
    isEvalSupported: false,
    standardFontDataUrl: `${VENDOR}standard_fonts/`,
    wasmUrl: `${VENDOR}wasm/`,
    iccUrl: `${VENDOR}iccs/`,
  }).promise;
}

export async function fetchBytes(address) {
  const answer = await fetch(address, { credentials: "same-origin" });
  if (!answer.ok) throw new Error(say("pdf.not_loaded", { status: answer.status }));
  return answer.arrayBuffer();
}

const papers = new Map();

// The document at an address; one that is on its way already is not asked for again.
export function opened(address) {
  if (!papers.has(address)) papers.set(address, fetchBytes(address).then(openDocument));
  return papers.get(address);
}

// [left, top, width, height] in pixels of a spot in points on a page with this viewport.
export function boxOf(spot, viewport) {
  const [x1, y1, x2, y2] = viewport.convertToViewportRectangle([
    spot.x,
    spot.y,
    spot.x + spot.width,
    spot.y + spot.height,
  ]);
  return [Math.min(x1, x2), Math.min(y1, y2), Math.abs(x2 - x1), Math.abs(y2 - y1)];
}

export function layOut(element, box) {
  const [left, top, width, height] = box;
  Object.assign(element.style, {
    left: `${left}px`,
    top: `${top}px`,
    width: `${width}px`,
    height: `${height}px`,
  });
}

const NEAR = "900px";

const widthOf = (page) => page.getViewport({ scale: 1 }).width;

// All pages of pdf, or those with the numbers in only, below one another in container; width: pixels for the
// widest. onSeen(number) is called for each page that came to the middle of the window. The first page is there before
// the others are known.
export async function showPages(pdf, container, { width, text = false, only = null, onSeen = () => {} }) {
  const numbers = only || Array.from({ length: pdf.numPages }, (_, index) => index + 1);
  const views = [];
  const seer = new IntersectionObserver(
    (entries) =>
      entries.forEach((entry) => {
        const view = views[numbers.indexOf(Number(entry.target.dataset.page))];
        view.near = entry.isIntersecting;
        if (view.near) view.draw({ text });
        else if (view.drawn) view.release();
      }),
    { rootMargin: NEAR },
  );
  const reader = new IntersectionObserver(
    (entries) =>
      entries
        .filter((entry) => entry.isIntersecting)
        .forEach((entry) => {
          onSeen(Number(entry.target.dataset.page));
        }),
    { rootMargin: "-30% 0px" },
  );
  const add = (pages, scale) => {
    const added = pages.map((page, index) => new PageView(page, numbers[views.length + index], scale));
    views.push(...added);
    container.append(...added.map((view) => view.element));
    added.forEach((view) => seer.observe(view.element));
    return added;
  };
  const first = await pdf.getPage(numbers[0]);
  const [shown] = add([first], width / widthOf(first));
  shown.near = true;
  await shown.draw({ text });
  const others = await Promise.all(numbers.slice(1).map((number) => pdf.getPage(number)));
  const widest = Math.max(...[first, ...others].map(widthOf));
  if (widest > widthOf(first)) views[0].rescale(width / widest);
  add(others, width / widest);
  views.forEach((view) => reader.observe(view.element));
  return views;
}

// A small picture of each page, drawn when its place comes into view. make(number, size) makes the place
// and returns {canvas, width}.
export async function showThumbs(pdf, make) {
  const places = new Map();
  const seer = new IntersectionObserver(
    (entries) =>
      entries
        .filter((entry) => entry.isIntersecting)
        .forEach(async (entry) => {
          seer.unobserve(entry.target);
          const { page, canvas, scale } = places.get(entry.target);
          await drawing(page, page.getViewport({ scale }), canvas).promise;
        }),
    { rootMargin: "200px" },
  );
  for (let number = 1; number <= pdf.numPages; number += 1) {
    const page = await pdf.getPage(number);
    const size = page.getViewport({ scale: 1 });
    const { canvas, width } = make(number, size);
    places.set(canvas, { page, canvas, scale: width / size.width });
    seer.observe(canvas);
  }
}
