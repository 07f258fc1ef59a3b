// The list of things that a party has to do in the signing room, in order.

import { make } from "../../lib/dom.js";
import { isBox, isMark, isTyped } from "./spots.js";
import { given } from "../../lib/given.js";
import { say } from "../../lib/words.js";

export const calm = () => (matchMedia("(prefers-reduced-motion: reduce)").matches ? "auto" : "smooth");

function goToPage(paper) {
  const next = paper.views.find((view) => !paper.seen.has(view.number)) || paper.views[0];
  next.element.scrollIntoView({ behavior: calm(), block: "start" });
}

export class RoomThings {
  // spots: RoomSpots; goTo(spot): shows it, and begins to fill it in.
  constructor(root, papers, spots, goTo) {
    Object.assign(this, { root, papers, spots, goTo });
    this.find = (name) => root.querySelector(`[data-${name}]`);
  }

  // [{text, detail, done, go, spots}, ...]
  all() {
    return [...this.papers.all.map((paper) => this.reading(paper)), ...this.fields(), ...this.proof()];
  }

  // What was proved is not enough to act yet.
  proof() {
    if (!given.prove) return [];
    return [
      {
        text: say("room.prove"),
        detail: say("room.prove_level", { level: given.prove.level }),
        done: false,
        go: () => (location.href = given.prove.path),
        spots: [],
      },
    ];
  }

  reading(paper) {
    const pages = paper.views.length;
    const titled = paper.sign ? "room.read_titled" : "room.read_enclosed";
    return {
      text: this.papers.several ? say(titled, { title: paper.title }) : say("room.read"),
      done: paper.seen.size === pages && pages > 0,
      detail: say("room.seen", { seen: paper.seen.size, count: pages }),
      go: () => goToPage(paper),
      spots: [],
    };
  }

  // Fields by where they stand; all initials are one thing, and so are the boxes of one name.
  fields() {
    const wanted = this.spots.all.filter((spot) => this.spots.shown(spot) && (isMark(spot) || isTyped(spot)));
    const groups = new Map();
    wanted.forEach((spot) => {
      const own = isTyped(spot) ? spot.slot : spot;
      const key = spot.kind === "initials" ? "initials" : own;
      groups.set(key, [...(groups.get(key) || []), spot]);
    });
    return [...groups.values()].map((same) => (isMark(same[0]) ? this.mark(same) : this.typed(same)));
  }

  mark(same) {
    const [spot] = same;
    const made = Boolean(this.spots.marks[spot.kind]);
    const where = same.length > 1 ? say("room.in_places", { count: same.length }) : this.papers.place(spot);
    const wanted = say(spot.required ? "room.to_make" : "room.may_make");
    return {
      text: say("room.mark", { title: spot.title, where }),
      done: made || !spot.required,
      empty: !made && !spot.required,
      detail: made ? say("room.made") : wanted,
      go: () => this.goTo(spot),
      spots: same,
    };
  }

  typed(same) {
    const [spot] = same;
    const { told } = this.spots.answers;
    const value = isBox(spot) ? "" : told.texts[spot.slot] || told.values[spot.slot];
    const place = say(spot.required ? "room.required" : "room.optional", { place: this.papers.place(spot) });
    return {
      text: spot.title,
      done: this.spots.answers.done(spot),
      empty: !spot.required && this.spots.answers.empty(spot.slot),
      detail: this.spots.answers.problem(spot.slot) || value || place,
      go: () => this.goTo(spot),
      spots: same,
    };
  }

  // The spot after spot in which something can be done.
  after(spot) {
    const { all } = this.spots;
    const later = all.slice(all.indexOf(spot) + 1);
    return later.find((one) => (isMark(one) || isTyped(one)) && this.spots.shown(one));
  }

  next() {
    return this.all().find((thing) => !thing.done);
  }

  // After the field of spot, the next one that is to be typed; undefined where another kind of thing comes.
  nextTyped(spot) {
    const list = this.all();
    const here = list.findIndex((thing) => thing.spots.includes(spot));
    const open = list.slice(here + 1).filter((thing) => !thing.done && thing.spots.length > 0);
    return open.find((thing) => isTyped(thing.spots[0]) && !isBox(thing.spots[0]));
  }

  show() {
    const list = this.all();
    const left = list.filter((thing) => !thing.done).length;
    const next = list.find((thing) => !thing.done);
    const count = say("room.count", { count: list.length, left });
    this.find("count").textContent = left === 0 ? say("room.everything_done") : count;
    this.find("todo").replaceChildren(...list.map((thing) => this.item(thing, thing === next)));
    const button = this.find("next");
    button.disabled = this.papers.all.some((paper) => paper.views.length === 0);
    button.textContent = left === 0 ? given.do : say("room.next");
    this.spots.elements.forEach((element, spot) =>
      element.classList.toggle("next", Boolean(next?.spots.includes(spot))),
    );
  }

  item(thing, isNext) {
    const state = thing.done ? "done" : "to_do";
    const told = say(`room.${thing.empty ? "left_empty" : state}`);
    const text = make("span", { textContent: thing.text });
    text.append(
      make("span", { className: "visually-hidden", textContent: told }),
      make("small", { textContent: thing.detail }),
    );
    const button = make("button", { type: "button" }, make("span", { className: "tick" }), text);
    button.addEventListener("click", thing.go);
    const open = isNext ? "next" : "";
    const done = thing.empty ? "left-empty" : "done";
    return make("li", { className: thing.done ? done : open }, button);
  }
}
