// The check page: the pages that carry fields, in miniature.

import { boxOf, fetchBytes, layOut, openDocument } from "./pdf_pages.js";
import { given } from "../lib/given.js";
import { say } from "../lib/words.js";

const WIDTH = 150;
const root = document.querySelector("[data-minis]");
const place = root.querySelector("[data-mini-pages]");
const fields = given.fields;
const papers = given.documents;

async function mini(paper, pdf, number) {
  const page = await pdf.getPage(number);
  const viewport = page.getViewport({ scale: WIDTH / page.getViewport({ scale: 1 }).width });
  const box = document.createElement("div");
  box.className = "mini";
  Object.assign(box.style, { width: `${viewport.width}px`, height: `${viewport.height}px` });
  const canvas = document.createElement("canvas");
  Object.assign(canvas, { width: viewport.width, height: viewport.height });
  box.append(canvas);
  fields
    .filter((field) => field.document === paper.position && field.page === number)
    .forEach((field) => {
      const spot = document.createElement("div");
      spot.className = `spot party-${field.party}`;
      layOut(spot, boxOf(field, viewport));
      box.append(spot);
    });
  const caption = document.createElement("div");
  caption.className = "small faded";
  caption.textContent =
    papers.length > 1
      ? say("minis.page_of_paper", { title: paper.title, number })
      : say("minis.page", { number, pages: pdf.numPages });
  const figure = document.createElement("div");
  figure.append(box, caption);
  place.append(figure);
  await page.render({ canvas, viewport }).promise;
}

async function showPaper(paper) {
  const numbers = [
    ...new Set(fields.filter((field) => field.document === paper.position).map((field) => field.page)),
  ].sort((one, two) => one - two);
  if (numbers.length === 0) return;
  const pdf = await openDocument(await fetchBytes(paper.file));
  for (const number of numbers) await mini(paper, pdf, number);
}

if (fields.length === 0) place.textContent = say("minis.nothing");
else {
  try {
    for (const paper of papers) await showPaper(paper);
  } catch (problem) {
    place.textContent = problem.message;
  }
}
