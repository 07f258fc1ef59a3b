// Who acts: the form saves itself while somebody types, parties are dragged or moved by keys from turn to
// turn, and whoever else has the draft open is told.

import Sortable from "/vendor/sortablejs/sortable.core.esm.js";
import { make } from "./dom.js";
import { Saving } from "./saving.js";
import { showReadiness } from "./readiness_list.js";

const root = document.querySelector("[data-who]");
const form = root.querySelector("[data-who-form]");
const seats = root.querySelector("[data-seats]");
const part = (name) => root.querySelector(`[data-${name}]`);
const SECRETS = "[name=password], [name$='[phrase]']";
const LOOK_EVERY = 10_000;

// Saving ----------------------------------------------------------------------

async function send() {
  const values = new FormData(form);
  values.set("then", "save");
  // A password or phrase that is still being typed is not one yet.
  if (document.activeElement?.matches(SECRETS)) values.delete(document.activeElement.name);
  const answer = await fetch(form.action, {
    method: "POST",
    body: new URLSearchParams(values),
    headers: { accept: "application/json" },
  });
  const body = await answer.json();
  if (!answer.ok) throw new Error(body.problem);
  form.elements.edits.value = body.edits;
  showReadiness(part("readiness"), body.readiness, (event) => saving.leave(event));
}

const saving = new Saving(send, (text) => {
  part("save-state").textContent = text;
});

// Turns -----------------------------------------------------------------------

const groups = () => [...seats.querySelectorAll("[data-turn]")];
const seatsOf = (group) => [...group.querySelectorAll("[data-seat]")];

// Numbers the turns as they stand, drops those that are empty, and saves.
function number() {
  groups()
    .filter((group) => seatsOf(group).length === 0)
    .forEach((group) => group.remove());
  groups().forEach((group, index) => {
    group.querySelector("[data-turn-title]").textContent =
      `Turn ${index + 1}${seatsOf(group).length > 1 ? ", in any order" : ""}`;
    seatsOf(group).forEach((seat) => {
      seat.querySelector("[data-turn-of]").value = String(index + 1);
    });
  });
  saving.soon();
}

function newGroup() {
  const group = make(
    "div",
    { className: "turn-group", data: { turn: "" } },
    make("h2", { className: "turn", data: { turnTitle: "" } }),
  );
  sortable(group);
  return group;
}

function sortable(group) {
  Sortable.create(group, {
    group: "turns",
    draggable: "[data-seat]",
    handle: "[data-handle]",
    animation: 0,
    onStart: offerGaps,
    onEnd: () => {
      takeGaps();
      number();
    },
  });
}

// While something is dragged there is a place for a new turn before, between and after the others.
function offerGaps() {
  const gap = () => Object.assign(newGroup(), { className: "turn-group gap" });
  groups().forEach((group) => group.before(gap()));
  seats.append(gap());
}

function takeGaps() {
  seats.querySelectorAll(".gap").forEach((group) => group.classList.remove("gap"));
}

// One turn earlier or later: into the neighbour's turn, or out of a shared one into a turn of its own.
function shift(seat, step) {
  const group = seat.closest("[data-turn]");
  const neighbour = groups()[groups().indexOf(group) + step];
  if (seatsOf(group).length > 1) {
    const own = newGroup();
    if (step < 0) group.before(own);
    else group.after(own);
    own.append(seat);
  } else if (neighbour) neighbour.append(seat);
  number();
}

// From a choice: the seat joins the turn of that number, or gets one at the end.
function moveTo(seat, turn) {
  const all = groups();
  const target = all[turn - 1] || seats.appendChild(newGroup());
  target.append(seat);
  number();
}

seats.addEventListener("keydown", (event) => {
  if (!event.altKey || !["ArrowUp", "ArrowDown"].includes(event.key)) return;
  event.preventDefault();
  const { activeElement } = document;
  shift(event.target.closest("[data-seat]"), event.key === "ArrowUp" ? -1 : 1);
  activeElement.focus();
});
seats.addEventListener("change", (event) => {
  if ("turnOf" in event.target.dataset)
    {moveTo(event.target.closest("[data-seat]"), Number(event.target.value));}
});
groups().forEach(sortable);

// The others ------------------------------------------------------------------

async function look() {
  const answer = await fetch(root.dataset.editors, { headers: { accept: "application/json" } });
  if (!answer.ok) return;
  const { others, edits } = await answer.json();
  const stale = edits > Number(form.elements.edits.value) && !saving.timer;
  const notice = part("others");
  notice.hidden = others.length === 0 && !stale;
  notice.textContent = [
    others.length > 0
      ? `${others.join(" and ")} ${others.length === 1 ? "has" : "have"} this draft open too.`
      : "",
    stale ? "It was saved elsewhere meanwhile: load the page again before you go on." : "",
  ]
    .join(" ")
    .trim();
}

form.addEventListener("input", () => saving.soon());
form.addEventListener("submit", () => clearTimeout(saving.timer));
root
  .querySelectorAll("a[href]")
  .forEach((link) => link.addEventListener("click", (event) => saving.leave(event)));
(async function again() {
  await look().catch(() => {}); // a connection that is away for a moment is asked again
  setTimeout(again, LOOK_EVERY);
})();
