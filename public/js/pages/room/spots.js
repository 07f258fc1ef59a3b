// The spots on the pages of the signing room: what stands there, and what happens when one is chosen.

import { showMark } from "../../components/mark_picture.js";
import { boxOf, layOut } from "../../components/pdf_pages.js";
import { typedOnPage, Written } from "./written.js";
import { given } from "../../lib/given.js";
import { say } from "../../lib/words.js";

const NARROW = 170; // pixels: no room for a sentence
const LINES_SIZE = 12;
const LARGEST_SIZE = 13;

export const isMark = (spot) => spot.filled_by === "mark";
export const isTyped = (spot) => spot.filled_by === "party";
export const isBox = (spot) => spot.control.name === "box";

// In the order in which they stand on the pages.
export const inOrder = (spots) =>
  spots.sort(
    (one, two) =>
      one.document - two.document ||
      one.page - two.page ||
      two.y + two.height - one.y - one.height ||
      one.x - two.x,
  );

export class RoomSpots {
  // papers: Papers; answers: RoomAnswers; marks: {kind: mark}; on: {choose(spot), next(spot), problem(text)}.
  constructor(root, papers, answers, marks, on) {
    Object.assign(this, { root, papers, answers, marks, on });
    this.all = inOrder(given.spots);
    this.elements = new Map(); // spot => its element
    this.written = new Map(); // spot => Written, where it is typed into on the page
    this.byItself = {
      acting_date: () => given.day,
      full_name: () => given.name,
      email: () => given.email,
    };
  }

  shown(spot) {
    return this.answers.told.shown[spot.slot] !== false;
  }

  place(spot) {
    const view = this.papers.viewOf(spot);
    const box = boxOf(spot, view.viewport);
    if (typedOnPage(spot, box)) {
      this.placeWritten(spot, view, box);
      return;
    }
    const itself = !isMark(spot) && !isTyped(spot);
    const element = document.createElement(itself ? "div" : "button");
    element.className = itself ? "spot by-itself" : "spot";
    if (!itself) {
      element.type = "button";
      element.addEventListener("click", () => (isBox(spot) ? this.cross(spot) : this.on.choose(spot)));
    }
    if (isBox(spot)) element.setAttribute("role", spot.kind === "tick" ? "checkbox" : "radio");
    layOut(element, box);
    view.overlay.append(element);
    this.elements.set(spot, element);
  }

  placeWritten(spot, view, box) {
    const written = new Written(spot, this.answers, this.on);
    layOut(written.element, box);
    view.overlay.append(written.element);
    this.written.set(spot, written);
    this.elements.set(spot, written.element);
  }

  // What takes the focus of a spot.
  focusOf(spot) {
    return this.written.get(spot)?.input || this.elements.get(spot);
  }

  crossed(spot) {
    return this.answers.told.values[spot.slot] === (spot.kind === "tick" ? "yes" : spot.option);
  }

  // A box takes effect at once; one of several lets the others go.
  cross(spot) {
    const crossed = this.crossed(spot);
    const tick = crossed ? "no" : "yes";
    const option = crossed && !spot.required ? "" : spot.option;
    this.answers
      .type(spot.slot, spot.kind === "tick" ? tick : option)
      .catch((problem) => this.on.problem(problem.message));
  }

  showAll() {
    this.elements.forEach((element, spot) => this.show(spot, element));
  }

  show(spot, element) {
    element.hidden = !this.shown(spot);
    if (element.hidden) return;
    if (this.written.has(spot)) this.showWritten(spot, element);
    else if (isBox(spot)) this.showBox(spot, element);
    else if (isMark(spot)) this.showMark(spot, element);
    else this.showText(spot, element);
  }

  showWritten(spot, element) {
    const written = this.written.get(spot);
    const lines = spot.control.name === "lines";
    written.input.style.fontSize = `${lines ? LINES_SIZE : Math.min(element.clientHeight * 0.66, LARGEST_SIZE)}px`;
    written.show();
  }

  showBox(spot, element) {
    const crossed = this.crossed(spot);
    element.setAttribute("aria-checked", String(crossed));
    element.setAttribute("aria-label", [spot.title, spot.option].filter(Boolean).join(": "));
    element.textContent = crossed ? "✕" : "";
    element.classList.toggle("filled", crossed);
    element.style.fontSize = `${element.clientHeight * 0.8}px`;
  }

  showMark(spot, element) {
    const mark = this.marks[spot.kind];
    element.classList.toggle("filled", Boolean(mark));
    if (!mark) {
      const words = element.clientWidth < NARROW ? "yours" : "yours_here";
      element.textContent = say(`room.${words}.${spot.kind}`);
      element.removeAttribute("aria-label");
      return;
    }
    element.setAttribute("aria-label", say(`room.change.${spot.kind}`, { typed: mark.typed || "" }).trim());
    showMark(element, mark);
  }

  text(spot) {
    const { texts, values } = this.answers.told;
    return this.byItself[spot.kind]?.() ?? (texts[spot.slot] || values[spot.slot] || "");
  }

  showText(spot, element) {
    const text = this.text(spot);
    const lines = spot.control.name === "lines";
    element.style.fontSize = `${lines ? LINES_SIZE : Math.min(element.clientHeight * 0.66, LARGEST_SIZE)}px`;
    element.classList.toggle("filled", text !== "");
    element.classList.toggle("lines", lines);
    element.textContent = text || (isTyped(spot) ? spot.title : "");
    if (!isTyped(spot)) return;
    const label = text ? say("room.change_value", { title: spot.title, text }) : spot.title;
    element.setAttribute("aria-label", label);
  }
}
