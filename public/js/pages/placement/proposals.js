// Fields that the documents seem to wait for, as ghosts on the pages: a click or Enter takes one, a digit
// gives it to another party, Delete lets it go; all at once in the side.

import { sized, touches } from "../../lib/geometry.js";
import { boxOf, layOut } from "../../components/pdf_pages.js";
import { given } from "../../lib/given.js";
import { say } from "../../lib/words.js";

const REACH = 12; // points around a place that still mean it

const samePage = (one, two) => one.document === two.document && one.page === two.page;
const holds = (place, x, y) =>
  x >= place.x - REACH && x <= place.x + place.width && y >= place.y - REACH && y <= place.y + place.height + REACH;

export class Proposals {
  // root: the workbench; on: {viewOf(values), parties, kinds, add(values), label(kind), askKind(view, ghost, take)}.
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

  // The values of the one on which a field is put; undefined where none is.
  at(field) {
    const [x, y] = [field.x + Math.min(field.width, 8), field.y + field.height / 2];
    const under = this.left.find(({ values }) => samePage(values, field) && holds(values, x, y));
    return under?.values;
  }

  // What is placed by hand needs no proposal any more.
  dropUnder(fields) {
    this.left
      .filter(({ values }) => fields.some((field) => samePage(values, field) && touches(values, field)))
      .forEach((one) => this.drop(one));
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
    if (event.key === "k") {
      event.preventDefault();
      this.on.askKind(this.on.viewOf(one.values), one.ghost, (kind) => this.change(one, kind));
      return;
    }
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

  // Another kind of field in the same place.
  change(one, kind) {
    const { kinds } = this.on;
    const least = { width: Math.max(one.values.width, kinds[kind].least_width), height: kinds[kind].height };
    const box = kinds[kind].box ? kinds[kind] : least;
    one.values = sized({ ...one.values, kind, key: undefined }, box, kinds[kind]);
    this.name(one);
    this.place();
    one.ghost.focus();
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

// Those of a Placement, looked for now.
export function proposalsFor({ root, bench, adding, chooser }) {
  const proposals = new Proposals(root, {
    viewOf: (field) => bench.view(field),
    parties: bench.parties,
    kinds: bench.kinds,
    add: (values) => adding.add([values]),
    label: (kind) => bench.kinds[kind].label,
    askKind: (view, ghost, take) => chooser.ask(view, ghost.offsetLeft, ghost.offsetTop, take),
  });
  // without proposals every spot can still be pointed at
  proposals.load(`/dockets/${given.number}/proposals`).catch(() => {});
  return proposals;
}
