// Making a signature or initials: typed, or drawn with the mouse, a pen or a finger.

import { drawn, padOver } from "../../components/strokes.js";
import { KeptMarks } from "./kept.js";
import { given } from "../../lib/given.js";
import { say } from "../../lib/words.js";

const WIDEST_PICTURE = 600;
const HIGHEST_PICTURE = 240;
const LOOK_EVERY = 1500;

export const initialsOf = (name) =>
  name
    .split(/\s+/)
    .map((word) => word[0] || "")
    .join("")
    .toUpperCase();

export class MarkDialog {
  // root: the room; name: of the party; asking: Asking, for drawing on a telephone; onTake(kind, mark): is
  // called with what was made.
  constructor(root, name, asking, onTake) {
    this.asking = asking;
    this.dialog = root.querySelector("[data-mark-dialog]");
    this.part = (part) => this.dialog.querySelector(`[data-${part}]`);
    this.typed = this.dialog.querySelector("#typed");
    this.texts = { signature: name, initials: initialsOf(name) };
    this.onTake = onTake;
    this.way = "type";
    this.kind = "signature";
    this.kept = given.kept && new KeptMarks(this.dialog, asking);
    this.part("take").addEventListener("click", () => this.take());
    this.part("clear").addEventListener("click", () => this.pad?.clear());
    this.dialog
      .querySelector("#picture")
      .addEventListener("change", (event) => this.load(event.target.files[0]));
    this.dialog.addEventListener("close", () => clearInterval(this.waiting));
    this.typed.addEventListener("input", () => {
      this.texts[this.kind] = this.typed.value;
      this.showTyped();
    });
    this.dialog
      .querySelectorAll("[data-way]")
      .forEach((tab) => tab.addEventListener("click", () => this.show(tab.dataset.way)));
  }

  open(kind) {
    this.kind = kind;
    this.part("mark-title").textContent = say(`marks.${kind}.title`);
    this.part("typed-label").textContent = say(`marks.${kind}.label`);
    this.part("take").textContent = say(`marks.${kind}.take`);
    this.typed.value = this.texts[kind];
    this.say("");
    this.dialog.showModal();
    this.pad?.clear();
    this.kept?.open(kind);
    this.show(this.kept?.any && !this.used ? "kept" : this.way);
    this.used = true;
    this.showTyped();
  }

  show(way) {
    this.way = way;
    this.dialog
      .querySelectorAll("[data-way]")
      .forEach((tab) => tab.setAttribute("aria-selected", String(tab.dataset.way === way)));
    this.dialog.querySelectorAll("[role=tabpanel]").forEach((panel) => (panel.hidden = panel.id !== `way-${way}`));
    const keep = this.part("keep");
    if (keep) keep.hidden = ["kept", "telephone"].includes(way);
    this.part("take").hidden = way === "telephone";
    clearInterval(this.waiting);
    if (way === "draw") this.pad ||= padOver(this.part("pad"));
    if (way === "telephone") this.askTelephone();
  }

  // Shows the code of a fresh place to draw, and looks every moment whether something was drawn there.
  async askTelephone() {
    this.part("pad-state").textContent = "";
    try {
      const pad = await this.asking.post("pads", { kind: this.kind });
      this.part("pad-code").innerHTML = pad.picture;
      this.part("pad-address").textContent = pad.address;
      this.part("pad-state").textContent = say("marks.waiting");
      this.waiting = setInterval(() => this.lookAtPad(pad.id), LOOK_EVERY);
    } catch (problem) {
      this.say(problem.message);
    }
  }

  async lookAtPad(id) {
    const { mark } = await (
      await fetch(`${this.asking.base}/pads/${id}`, { headers: { accept: "application/json" } })
    ).json();
    if (!mark || !this.dialog.open) return;
    this.dialog.close();
    this.onTake(this.kind, mark);
  }

  take() {
    const text = this.typed.value.trim();
    const none = {
      type: text === "",
      kept: !this.kept?.chosen,
      draw: !this.pad || this.pad.isEmpty(),
      picture: this.part("picture-look").width === 0,
    }[this.way];
    if (none) return this.say(say(`marks.${this.kind}.none`));
    const mark = {
      kept: () => this.kept.chosen,
      type: () => ({ typed: text }),
      draw: () => drawn(this.pad.toData()),
      picture: () => ({ picture: this.part("picture-look").toDataURL("image/png").split(",")[1] }),
    }[this.way]();
    this.dialog.close();
    if (this.way !== "kept") this.kept?.keep(this.kind, mark);
    return this.onTake(this.kind, mark);
  }

  // A picture is made small here, and a PNG, whatever it came as.
  async load(file) {
    this.say("");
    try {
      const bitmap = await createImageBitmap(file);
      const scale = Math.min(WIDEST_PICTURE / bitmap.width, HIGHEST_PICTURE / bitmap.height, 1);
      const canvas = this.part("picture-look");
      canvas.width = Math.max(Math.round(bitmap.width * scale), 10);
      canvas.height = Math.max(Math.round(bitmap.height * scale), 10);
      canvas.getContext("2d").drawImage(bitmap, 0, 0, canvas.width, canvas.height);
    } catch {
      this.say(say("marks.unreadable"));
    }
  }

  showTyped() {
    this.part("typed-look").textContent = this.typed.value;
  }

  say(text) {
    this.part("mark-says").textContent = text;
  }
}
