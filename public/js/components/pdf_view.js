// One page of a PDF, drawn with pdf.js.

import * as pdfjs from "/vendor/pdfjs/pdf.min.mjs";

// Draws a page on canvas; returns pdf.js's task, which can be cancelled.
export function drawing(page, viewport, canvas) {
  const density = Math.min(window.devicePixelRatio || 1, 2);
  canvas.width = Math.floor(viewport.width * density);
  canvas.height = Math.floor(viewport.height * density);
  Object.assign(canvas.style, { width: `${viewport.width}px`, height: `${viewport.height}px` });
  const transform = density === 1 ? null : [density, 0, 0, density, 0, 0];
  return page.render({ canvas, viewport, transform, annotationMode: pdfjs.AnnotationMode.ENABLE });
}

// One page: a box of its size at once, its picture while it is near the view.
export class PageView {
  constructor(page, number, scale) {
    this.page = page;
    this.number = number;
    this.element = document.createElement("div");
    this.element.className = "pdf-page";
    this.element.dataset.page = number;
    this.canvas = document.createElement("canvas");
    this.overlay = document.createElement("div");
    this.overlay.className = "overlay";
    this.element.append(this.canvas, this.overlay);
    this.rescale(scale);
  }

  // Takes another scale; what was drawn is drawn anew if the page is near.
  rescale(scale) {
    this.viewport = this.page.getViewport({ scale });
    this.element.style.setProperty("--total-scale-factor", String(scale));
    Object.assign(this.element.style, {
      width: `${this.viewport.width}px`,
      height: `${this.viewport.height}px`,
    });
    Object.assign(this.canvas.style, {
      width: `${this.viewport.width}px`,
      height: `${this.viewport.height}px`,
    });
    if (this.near) this.redraw();
  }

  async redraw() {
    this.release();
    await this.draw({ text: this.withText });
  }

  async draw({ text = false } = {}) {
    if (this.drawn) return;
    this.drawn = true;
    this.withText = text;
    this.task = drawing(this.page, this.viewport, this.canvas);
    try {
      await this.task.promise;
    } catch (problem) {
      if (problem.name === "RenderingCancelledException") return;
      throw problem;
    }
    this.element.dataset.pictured = "true"; // its words follow
    if (text && !this.text) await this.drawText();
    this.element.dataset.drawn = "true";
  }

  // Gives the picture's memory back; hundreds of pages would take gigabytes.
  release() {
    this.task?.cancel();
    this.canvas.width = 0;
    this.canvas.height = 0;
    this.drawn = false;
    delete this.element.dataset.drawn;
  }

  async drawText() {
    this.text = document.createElement("div");
    this.text.className = "textLayer";
    this.overlay.before(this.text);
    this.layer = new pdfjs.TextLayer({
      textContentSource: this.page.streamTextContent(),
      container: this.text,
      viewport: this.viewport,
    });
    await this.layer.render();
    this.onText?.(this);
  }
}
