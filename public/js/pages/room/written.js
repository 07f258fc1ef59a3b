// A field that is typed into on the page itself.

import { controlsFor, guided } from "./controls.js";
import { make } from "../../lib/dom.js";
import { say } from "../../lib/words.js";

const PAUSE = 600;
const LEAST = { width: 56, height: 15 }; // pixels in which something can be typed

// Fingers and small pages want a dialog, and so do files.
export const typedOnPage = (spot, [, , width, height]) =>
  spot.filled_by === "party" &&
  !["file", "box"].includes(spot.control.name) &&
  width >= LEAST.width &&
  height >= LEAST.height &&
  !matchMedia("(pointer: coarse)").matches;

export class Written {
  // answers: RoomAnswers; on: {next(spot): Enter was pressed, problem(text): it could not be saved}.
  constructor(spot, answers, on) {
    Object.assign(this, { spot, answers, on, timer: null });
    const [input, ...rest] = controlsFor(spot, answers.text(spot.slot));
    this.input = input;
    this.says = make("span", { className: "says-here", id: `says-${spot.document}-${spot.slot}`, hidden: true });
    this.element = make("div", { className: "spot typed-here" }, input, ...rest, this.says);
    input.setAttribute("aria-label", this.label());
    input.setAttribute("aria-describedby", this.says.id);
    input.title = spot.help || spot.title;
    if (!input.placeholder) input.placeholder = spot.title;
    this.before = input.value;
    this.listen();
  }

  label() {
    const { title, help, example, required } = this.spot;
    const parts = [title, help, example && say("room.example", { example }), required ? "" : say("room.if_any")];
    return parts.filter(Boolean).join(". ");
  }

  listen() {
    const { input } = this;
    input.addEventListener("focus", () => this.showTyped());
    input.addEventListener("input", () => this.typing());
    input.addEventListener("change", () => this.save());
    input.addEventListener("blur", () => this.leave());
    input.addEventListener("keydown", (event) => this.key(event));
  }

  typing() {
    const { input, spot } = this;
    if (spot.mask) input.value = guided(input.value, spot, this.before);
    this.before = input.value;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.save({ quietly: true }), PAUSE);
  }

  key(event) {
    if (event.key === "Enter" && !(this.spot.control.name === "lines" && !event.ctrlKey)) {
      event.preventDefault();
      this.save();
      this.on.next(this.spot);
    }
    if (event.key === "Escape") {
      this.answers.forget(this.spot.slot);
      this.showTyped();
    }
  }

  // While somebody types, what is not finished is not called wrong.
  save({ quietly = false } = {}) {
    clearTimeout(this.timer);
    const { slot } = this.spot;
    const text = this.input.value;
    this.quiet = quietly;
    if (text === this.answers.text(slot)) return this.show();
    return this.answers.type(slot, text).catch((problem) => this.on.problem(problem.message));
  }

  leave() {
    this.save();
    this.show();
  }

  get here() {
    return document.activeElement === this.input;
  }

  showTyped() {
    this.input.value = this.answers.text(this.spot.slot);
    this.before = this.input.value;
  }

  show() {
    const { slot } = this.spot;
    const { told } = this.answers;
    const problem = this.answers.problem(slot);
    const plain = this.input.type !== "date" && this.input.tagName === "INPUT" && !problem;
    if (!this.here) this.input.value = (plain && told.texts[slot]) || this.answers.text(slot);
    const told_here = problem && !(this.here && this.quiet) ? problem : "";
    this.element.classList.toggle("filled", !this.answers.empty(slot));
    this.element.classList.toggle("faulty", told_here !== "");
    this.input.setAttribute("aria-invalid", String(told_here !== ""));
    this.says.hidden = told_here === "";
    this.says.textContent = told_here;
  }
}
