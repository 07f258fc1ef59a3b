// Filling in one field in a dialog, where there is no room for it on the page.

import { controlsFor, guided } from "./controls.js";
import { make } from "../../lib/dom.js";
import { say } from "../../lib/words.js";

const isFile = (spot) => spot.control.name === "file";

export class FillDialog {
  // root: the room; answers: RoomAnswers; onTaken(spot): the value was taken over.
  constructor(root, answers, onTaken) {
    this.dialog = root.querySelector("[data-fill-dialog]");
    this.part = (part) => this.dialog.querySelector(`[data-fill-${part}]`);
    this.answers = answers;
    this.onTaken = onTaken;
    this.part("form").addEventListener("submit", (event) => {
      event.preventDefault();
      this.take();
    });
    this.dialog.addEventListener("close", () => this.answers.forget(this.spot.slot));
  }

  open(spot) {
    this.spot = spot;
    this.part("title").textContent = spot.title;
    this.part("help").textContent = [
      spot.help,
      spot.example && say("room.example", { example: spot.example }),
      isFile(spot) ? say("room.file_means") : "",
      spot.required ? "" : say("room.if_any"),
    ]
      .filter(Boolean)
      .join(" ");
    const [input, ...rest] = controlsFor(spot, this.answers.text(spot.slot));
    Object.assign(input, { id: "fill-control", name: "text" });
    input.setAttribute("aria-labelledby", "fill-title");
    input.setAttribute("aria-describedby", "fill-help fill-says");
    if (spot.mask) this.guide(input, spot);
    const unit = spot.unit ? [make("span", { className: "faded", textContent: spot.unit })] : [];
    this.part("body").replaceChildren(make("div", { className: "field with-unit" }, input, ...rest, ...unit));
    this.say(this.answers.problem(spot.slot));
    this.dialog.showModal();
    input.focus();
  }

  guide(input, spot) {
    let before = input.value;
    input.addEventListener("input", () => {
      input.value = guided(input.value, spot, before);
      before = input.value;
    });
  }

  async take() {
    const input = this.dialog.querySelector("#fill-control");
    const { slot } = this.spot;
    try {
      if (isFile(this.spot)) {
        if (input.files.length === 0) return this.say(say("room.choose_file"));
        await this.answers.bring(slot, input.files[0]);
      } else await this.answers.type(slot, input.value);
      const wanted = this.answers.told.missing.includes(slot) ? say("room.is_wanted") : "";
      const problem = this.answers.problem(slot) || wanted;
      if (problem) return this.say(problem);
      this.dialog.close();
      return this.onTaken(this.spot);
    } catch (failure) {
      return this.say(failure.message);
    }
  }

  say(text) {
    this.part("says").textContent = text;
  }
}
