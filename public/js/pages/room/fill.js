// Filling in one field: the control that its kind wants, in a dialog; what follows from it is asked from
// the server.

import { given } from "../../lib/given.js";
import { say } from "../../lib/words.js";

function element(name, values, ...children) {
  const made = Object.assign(document.createElement(name), values);
  made.append(...children);
  return made;
}

const isFile = (spot) => spot.control.name === "file";

function control(spot, text) {
  const shared = { id: "fill-control", name: "text" };
  const { name, ...attributes } = spot.control;
  if (name === "file") {
    return element("input", { ...shared, type: "file", accept: ".pdf,.png,.jpg,.jpeg" });
  }
  if (name === "lines") return element("textarea", { ...shared, rows: 5, value: text });
  if (name === "choice") {
    const options = ["", ...spot.options].map((option) =>
      element("option", {
        value: option,
        textContent: option || say("room.nothing_chosen"),
        selected: option === text,
      }),
    );
    return element("select", shared, ...options);
  }
  const input = element("input", { ...shared, value: text, autocomplete: "off" });
  Object.entries(attributes).forEach(([attribute, value]) => input.setAttribute(attribute, value));
  return input;
}

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
  }

  open(spot) {
    this.spot = spot;
    this.part("title").textContent = spot.title;
    this.part("help").textContent = [
      spot.help,
      isFile(spot) ? say("room.file_means") : "",
      spot.required ? "" : say("room.if_any"),
    ]
      .filter(Boolean)
      .join(" ");
    const input = control(spot, this.answers.typed[spot.slot] || "");
    input.setAttribute("aria-labelledby", "fill-title");
    input.setAttribute("aria-describedby", "fill-help fill-says");
    const unit =
      spot.unit
        ? [element("span", { className: "faded", textContent: spot.unit })]
        : [];
    this.part("body").replaceChildren(element("div", { className: "field with-unit" }, input, ...unit));
    this.say(this.answers.told.problems[spot.slot] || "");
    this.dialog.showModal();
    input.focus();
  }

  async take() {
    const input = this.dialog.querySelector("#fill-control");
    try {
      if (isFile(this.spot)) {
        if (input.files.length === 0) return this.say(say("room.choose_file"));
        await this.answers.bring(this.spot.slot, input.files[0]);
      } else await this.answers.type(this.spot.slot, input.value);
      const problem =
        this.answers.told.problems[this.spot.slot] ||
        (this.answers.told.missing.includes(this.spot.slot) ? say("room.is_wanted") : "");
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

// What the party has typed, and what the server said follows from it: {shown, values, texts, problems,
// missing}, each by the slot of the field.
export class RoomAnswers {
  constructor(root, asking, onTold) {
    this.asking = asking;
    this.typed = given.typed;
    this.told = given.told;
    this.onTold = onTold;
    this.last = Promise.resolve();
  }

  // One after the other, so that an earlier answer never overtakes a later one.
  type(slot, text) {
    this.typed[slot] = text;
    this.last = this.last
      .catch(() => {})
      .then(async () => this.take(await this.asking.post("typed", { typed: { [slot]: text } })));
    return this.last;
  }

  async bring(slot, file) {
    const form = new FormData();
    form.append("slot", slot);
    form.append("file", file);
    this.take(await (await this.asking.send("files", form)).json());
  }

  take(told) {
    this.told = told;
    this.onTold();
  }

  // Is there nothing left to do for the field of this slot?
  done(spot) {
    return !this.told.problems[spot.slot] && !this.told.missing.includes(spot.slot);
  }
}
