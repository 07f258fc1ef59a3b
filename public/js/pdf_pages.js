// Draws the pages of a PDF with pdf.js, each when it comes into view, with an overlay for fields.

import * as pdfjs from "/vendor/pdfjs/pdf.min.mjs";

const VENDOR = "/vendor/pdfjs/";
pdfjs.GlobalWorkerOptions.workerSrc = `${VENDOR}pdf.worker.min.mjs`;

// The document over bytes (ArrayBuffer); they are copied, so that the caller keeps them.
export function openDocument(bytes) {
  return pdfjs.getDocument({
    data: new Uint8Array(bytes.slice(0)), cMapUrl: `${VENDOR}cmaps/`, cMapPacked: true, isEvalSupported: false,
    standardFontDataUrl: `${VENDOR}standard_fonts/`, wasmUrl: `${VENDOR}wasm/`, iccUrl: `${VENDOR}iccs/`,
  }).promise;
}

export async function fetchBytes(address) {
  const answer = await fetch(address, { credentials: "same-origin" });
  if (!answer.ok) throw new Error(`The document could not be loaded (${answer.status}). Load the page again.`);
  return answer.arrayBuffer();
}

// [left, top, width, height] in pixels of a spot in points on a page with this viewport.
export function boxOf(spot, viewport) {
  const [x1, y1, x2, y2] = viewport.convertToViewportRectangle([spot.x, spot.y, spot.x + spot.width, spot.y + spot.height]);
  return [Math.min(x1, x2), Math.min(y1, y2), Math.abs(x2 - x1), Math.abs(y2 - y1)];
}

export function layOut(element, box) {
  const [left, top, width, height] = box;
  Object.assign(element.style, { left: `${left}px`, top: `${top}px`, width: `${width}px`, height: `${height}px` });
}

async function drawCanvas(page, viewport, canvas) {
  const density = Math.min(window.devicePixelRatio || 1, 2);
  canvas.width = Math.floor(viewport.width * density);
  canvas.height = Math.floor(viewport.height * density);
  Object.assign(canvas.style, { width: `${viewport.width}px`, height: `${viewport.height}px` });
  const transform = density === 1 ? null : [density, 0, 0, density, 0, 0];
  await page.render({ canvas, viewport, transform, annotationMode: pdfjs.AnnotationMode.ENABLE }).promise;
}

// One page: a box of its size at once, its picture when it is near the view.
export class PageView {
  constructor(page, number, scale) {
    this.page = page;
    this.number = number;
    this.viewport = page.getViewport({ scale });
    this.element = document.createElement("div");
    this.element.className = "pdf-page";
    this.element.dataset.page = number;
    this.element.style.setProperty("--total-scale-factor", String(scale));
    Object.assign(this.element.style, { width: `${this.viewport.width}px`, height: `${this.viewport.height}px` });
    this.canvas = document.createElement("canvas");
    this.overlay = document.createElement("div");
    this.overlay.className = "overlay";
    this.element.append(this.canvas, this.overlay);
  }

  async draw({ text = false } = {}) {
    if (this.drawn) return;
    this.drawn = true;
    await drawCanvas(this.page, this.viewport, this.canvas);
    if (text) await this.drawText();
    this.element.dataset.drawn = "true";
  }

  async drawText() {
    const container = document.createElement("div");
    container.className = "textLayer";
    this.overlay.before(container);
    await new pdfjs.TextLayer({ textContentSource: this.page.streamTextContent(), container, viewport: this.viewport }).render();
  }
}

// All pages of pdf below one another in container; width: pixels for the widest. onSeen(number) is called for each page that came to the middle of the window.
export async function showPages(pdf, container, { width, text = false, onSeen = () => {} }) {
  const pages = await Promise.all(Array.from({ length: pdf.numPages }, (_, index) => pdf.getPage(index + 1)));
  const widest = Math.max(...pages.map((page) => page.getViewport({ scale: 1 }).width));
  const views = pages.map((page, index) => new PageView(page, index + 1, width / widest));
  const seer = new IntersectionObserver((entries) => entries.filter((entry) => entry.isIntersecting).forEach((entry) => {
    views[Number(entry.target.dataset.page) - 1].draw({ text });
  }), { rootMargin: "300px" });
  const reader = new IntersectionObserver((entries) => entries.filter((entry) => entry.isIntersecting).forEach((entry) => {
    onSeen(Number(entry.target.dataset.page));
  }), { rootMargin: "-30% 0px" });
  container.append(...views.map((view) => view.element));
  views.forEach((view) => [seer, reader].forEach((observer) => observer.observe(view.element)));
  return views;
}

// A small picture of each page, drawn one after the other.
export async function showThumbs(pdf, make) {
  for (let number = 1; number <= pdf.numPages; number += 1) {
    const page = await pdf.getPage(number);
    const { canvas, width } = make(number, page.getViewport({ scale: 1 }));
    await drawCanvas(page, page.getViewport({ scale: width / page.getViewport({ scale: 1 }).width }), canvas);
  }
}
