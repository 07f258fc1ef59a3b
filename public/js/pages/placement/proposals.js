// Fields that the documents seem to wait for, as ghosts on the pages: a click or Enter takes one, a digit
// gives it to another party, Delete lets it go; all at once in the side.

import { boxOf, layOut } from "../../components/pdf_pages.js";
import { say } from "../../lib/words.js";

export class Proposals {
  // root: the workbench; on: {viewOf(values), parties, add(values), label(kind)}.
  constructor(root, on) {
    this.on = on;
    this.left = [];
    this.section = root.querySelector("[data-proposals]");
    this.section
      .querySelector("[data-take-all]")
      .addEventListener("click", () => [...this.left].forEach((one) => this.take(one)));
    this.section
      .querySelector("[data-drop-all]")
      .addEventListener("click", () => [...this.left].forEach((one) => this.drop(one)));
  }

  async load(address) {
    const answer = await fetch(address, { headers: { accept: "application/json" } });
    if (!answer.ok) return;
    (await answer.json()).filter((values) => this.on.viewOf(values)).forEach((values) => this.show(values));
    this.count();
  }

  show(values) {
    const ghost = document.createElement("button");
    Object.assign(ghost, { type: "button", className: "ghost" });
    const one = { values, ghost };
    ghost.addEventListener("click", (event) => {
      event.stopPropagation();
      this.take(one);
    });
    ghost.addEventListener("pointerdown", (event) => event.stopPropagation());
    ghost.addEventListener("keydown", (event) => this.key(event, one));
    this.on.viewOf(values).overlay.append(ghost);
    this.left.push(one);
    this.name(one);
    this.place();
  }

  name({ values, ghost }) {
    const title = values.settings?.label || this.on.label(values.kind);
    ghost.textContent = `${values.party} ${title}?`;
    ghost.title = title;
    ghost.setAttribute(
      "aria-label",
      say("placement.proposed", { party: values.party, title, page: values.page }),
    );
  }

  // Where the ghosts are on pages of another size.
  place() {
    this.left.forEach(({ values, ghost }) => layOut(ghost, boxOf(values, this.on.viewOf(values).viewport)));
  }

  key(event, one) {
    const party = /^[1-9]$/.test(event.key) ? this.on.parties[Number(event.key) - 1] : null;
    if (event.key !== "Delete" && !party) return;
    event.stopPropagation();
    if (event.key === "Delete") {
      this.drop(one);
      return;
    }
    one.values = { ...one.values, party: party.letter };
    this.name(one);
  }

  take(one) {
    this.drop(one);
    this.on.add(one.values);
  }

  drop(one) {
    one.ghost.remove();
    this.left = this.left.filter((other) => other !== one);
    this.count();
  }

  count() {
    this.section.hidden = this.left.length === 0;
    this.section.querySelector("[data-proposed]").textContent =
      this.left.length === 1
        ? say("placement.one_place")
        : say("placement.places", { count: this.left.length });
  }
}
