// The turns of a docket: parties are dragged from one to another, or moved by keys.

import Sortable from "/vendor/sortablejs/sortable.core.esm.js";
import { make } from "../../lib/dom.js";
import { say } from "../../lib/words.js";

const seatsOf = (group) => [...group.querySelectorAll("[data-seat]")];

export class Turns {
  // seats: the element that holds them all; onChange(): after each move.
  constructor(seats, onChange) {
    Object.assign(this, { seats, onChange });
    seats.addEventListener("keydown", (event) => this.onKey(event));
    seats.addEventListener("change", (event) => {
      if (!("turnOf" in event.target.dataset)) return;
      this.moveTo(event.target.closest("[data-seat]"), Number(event.target.value));
    });
    this.groups().forEach((group) => this.sortable(group));
  }

  groups() {
    return [...this.seats.querySelectorAll("[data-turn]")];
  }

  // Numbers the turns as they stand, and drops those that are empty.
  number() {
    this.groups()
      .filter((group) => seatsOf(group).length === 0)
      .forEach((group) => group.remove());
    this.groups().forEach((group, index) => {
      const title = seatsOf(group).length > 1 ? "who.turn_any_order" : "who.turn";
      group.querySelector("[data-turn-title]").textContent = say(title, { number: index + 1 });
      seatsOf(group).forEach((seat) => {
        seat.querySelector("[data-turn-of]").value = String(index + 1);
      });
    });
    this.onChange();
  }

  fresh() {
    const title = make("h2", { className: "turn", data: { turnTitle: "" } });
    const group = make("div", { className: "turn-group", data: { turn: "" } }, title);
    this.sortable(group);
    return group;
  }

  sortable(group) {
    Sortable.create(group, {
      group: "turns",
      draggable: "[data-seat]",
      handle: "[data-handle]",
      animation: 0,
      onStart: () => this.offerGaps(),
      onEnd: () => {
        this.takeGaps();
        this.number();
      },
    });
  }

  // While something is dragged there is a place for a new turn before, between and after the others.
  offerGaps() {
    const gap = () => Object.assign(this.fresh(), { className: "turn-group gap" });
    this.groups().forEach((group) => group.before(gap()));
    this.seats.append(gap());
  }

  takeGaps() {
    this.seats.querySelectorAll(".gap").forEach((group) => group.classList.remove("gap"));
  }

  // One turn earlier or later: into the neighbour's turn, or out of a shared one into a turn of its own.
  shift(seat, step) {
    const group = seat.closest("[data-turn]");
    const neighbour = this.groups()[this.groups().indexOf(group) + step];
    if (seatsOf(group).length > 1) {
      const own = this.fresh();
      if (step < 0) group.before(own);
      else group.after(own);
      own.append(seat);
    } else if (neighbour) neighbour.append(seat);
    this.number();
  }

  // From a choice: the seat joins the turn of that number, or gets one at the end.
  moveTo(seat, turn) {
    const target = this.groups()[turn - 1] || this.seats.appendChild(this.fresh());
    target.append(seat);
    this.number();
  }

  onKey(event) {
    if (!event.altKey || !["ArrowUp", "ArrowDown"].includes(event.key)) return;
    event.preventDefault();
    const { activeElement } = document;
    this.shift(event.target.closest("[data-seat]"), event.key === "ArrowUp" ? -1 : 1);
    activeElement.focus();
  }
}
