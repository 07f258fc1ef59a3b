// Shows the pages of a document that was just made.

import { fetchBytes, openDocument, showPages } from "./pdf_pages.js";

async function show() {
  const place = document.querySelector("[data-preview]:not([data-shown])");
  if (!place) return;
  place.dataset.shown = "true";
  try {
    await showPages(await openDocument(await fetchBytes(place.dataset.preview)), place, {
      width: place.clientWidth - 2,
      text: true,
    });
  } catch (problem) {
    place.textContent = problem.message;
  }
}

document.addEventListener("brought-up-to-date", show);
show();
