// Words on the pages of a document as ranges of their text layers.

import { PageText } from "../lib/page_text.js";

// The words of a page of pdf.js.
export async function textOf(page) {
  const { items } = await page.getTextContent();
  return new PageText(items.filter((item) => item.str !== undefined)); // others are marks of its structure
}

// The range of what stands from one place of a PageText to another, or null where the layer has no such words.
export function rangeOf({ layer }, { from, to }) {
  const [first, last] = [from, to].map(([item]) => layer.textDivs[item]?.firstChild);
  if (!first || !last) return null;
  const range = document.createRange();
  range.setStart(first, Math.min(from[1], first.length));
  range.setEnd(last, Math.min(to[1] + 1, last.length));
  return range;
}

// Moves the frame so that what has this box is in it; where the frame does not scroll, the window.
export function bringBox(box, frame) {
  const seen = frame.getBoundingClientRect();
  const scrolls = frame.scrollHeight > frame.clientHeight + 1;
  const [top, bottom] = scrolls ? [seen.top, seen.bottom] : [0, window.innerHeight];
  if (box.top >= top && box.bottom <= bottom) return;
  (scrolls ? frame : document.scrollingElement).scrollTop += box.top - top - (bottom - top) / 3;
}
