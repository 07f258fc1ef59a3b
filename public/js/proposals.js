// Fields that the document seems to wait for, as ghosts on the pages: a click or Enter takes one, Delete lets it go; all at once in the side.

import { boxOf, layOut } from "./pdf_pages.js";

export class Proposals {
  // root: the workbench; views: of its pages; add(values): puts a field there; label(kind): its name.
  constructor(root, views, add, label) {
    this.root = root;
    this.views = views;
    this.add = add;
    this.label = label;
    this.left = [];
    this.section = root.querySelector("[data-proposals]");
    this.section.querySelector("[data-take-all]").addEventListener("click", () => [...this.left].forEach((one) => this.take(one)));
    this.section.querySelector("[data-drop-all]").addEventListener("click", () => [...this.left].forEach((one) => this.drop(one)));
  }

  async load(address) {
    const answer = await fetch(address, { headers: { accept: "application/json" } });
    if (!answer.ok) return;
    (await answer.json()).forEach((values) => this.show(values));
    this.count();
  }

  show(values) {
    const ghost = document.createElement("button");
    ghost.type = "button";
    ghost.className = "ghost";
    ghost.textContent = `${values.party} ${this.label(values.kind)}?`;
    ghost.setAttribute("aria-label", `${values.party} ${this.label(values.kind)}? Proposed on page ${values.page}. Enter takes it, Delete lets it go.`);
    layOut(ghost, boxOf(values, this.views[values.page - 1].viewport));
    const one = { values, ghost };
    ghost.addEventListener("click", (event) => { event.stopPropagation(); this.take(one); });
    ghost.addEventListener("pointerdown", (event) => event.stopPropagation());
    ghost.addEventListener("keydown", (event) => { if (event.key === "Delete") { event.stopPropagation(); this.drop(one); } });
    this.views[values.page - 1].overlay.append(ghost);
    this.left.push(one);
  }

  take(one) {
    this.drop(one);
    this.add(one.values);
  }

  drop(one) {
    one.ghost.remove();
    this.left = this.left.filter((other) => other !== one);
    this.count();
  }

  count() {
    this.section.hidden = this.left.length === 0;
    this.section.querySelector("[data-proposed]").textContent = this.left.length === 1 ? "One place looks as if it waits for a field." : `${this.left.length} places look as if they wait for fields.`;
  }
}
