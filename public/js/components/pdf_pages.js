// Draws the pages of a PDF with pdf.js, each when it comes into view, with an overlay for fields.

import * as pdfjs from "/vendor/pdfjs/pdf.min.mjs";
import { drawing, PageView } from "./pdf_view.js";
import { say } from "../lib/words.js";

const VENDOR = "/vendor/pdfjs/";
pdfjs.GlobalWorkerOptions.workerSrc = `${VENDOR}pdf.worker.min.mjs`;

// The document over bytes (ArrayBuffer); they are copied, so that the caller keeps them.
export function openDocument(bytes) {
  return pdfjs.getDocument({
    data: new Uint8Array(bytes.slice(0)),
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

// All pages of pdf, or those with the numbers in only, below one another in container; width: pixels for the
// widest. onSeen(number) is called for each page that came to the middle of the window.
export async function showPages(pdf, container, { width, text = false, only = null, onSeen = () => {} }) {
  const numbers = only || Array.from({ length: pdf.numPages }, (_, index) => index + 1);
  const pages = await Promise.all(numbers.map((number) => pdf.getPage(number)));
  const widest = Math.max(...pages.map((page) => page.getViewport({ scale: 1 }).width));
  const views = pages.map((page, index) => new PageView(page, numbers[index], width / widest));
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
  container.append(...views.map((view) => view.element));
  views.forEach((view) => [seer, reader].forEach((observer) => observer.observe(view.element)));
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
