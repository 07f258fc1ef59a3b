// The pages of a record are dragged or moved by keys, turned, taken out, and chosen to stand apart.

import Sortable from "/vendor/sortablejs/sortable.core.esm.js";
import { fetchBytes, openDocument, showThumbs } from "../components/pdf_pages.js";
import { button, make } from "../lib/dom.js";
import { given } from "../lib/given.js";
import { say } from "../lib/words.js";

const WIDTH = 130;
const LYING = 0.7;
const root = document.querySelector("[data-arrange]");
const list = root.querySelector("[data-places]");
const form = root.querySelector("[data-arrange-form]");
const places = () => [...list.children];

function tell() {
  const number = places().length;
  root.querySelector("[data-told]").textContent = say("arrange.pages", { count: number });
  places().forEach((place, index) => {
    place.querySelector("[data-at]").textContent = say("arrange.at", { number: index + 1 });
  });
}

function move(place, step) {
  const all = places();
  const to = all.indexOf(place) + step;
  if (to < 0 || to >= all.length) return;
  if (step < 0) all[to].before(place);
  else all[to].after(place);
  tell();
}

function turn(place) {
  const degrees = (Number(place.dataset.turn) + 90) % 360;
  place.dataset.turn = String(degrees);
  const lying = degrees % 180 === 90 ? ` scale(${LYING})` : ""; // it has less room then
  place.querySelector("canvas").style.transform = `rotate(${degrees}deg)${lying}`;
}

const ACTS = {
  back: (place) => move(place, -1),
  on: (place) => move(place, 1),
  turn,
  out: (place) => {
    const next = place.nextElementSibling || place.previousElementSibling;
    place.remove();
    next?.querySelector("button").focus();
    tell();
  },
};
const SIGNS = { back: "←", on: "→", turn: "↻", out: "✕" };

function placeOf(paper, number) {
  const canvas = make("canvas");
  const what = say("arrange.page", { title: paper.title, number });
  const place = make("li", { data: { paper: `${paper.record}/${paper.version}`, page: number, turn: "0" } });
  const acts = Object.entries(ACTS).map(([name, act]) =>
    button(SIGNS[name], (event) => {
      act(place);
      if (name !== "out") event.currentTarget?.focus();
    }, {
      className: "btn btn-outline-primary btn-sm",
      title: say(`arrange.${name}`, { what }),
      aria: { label: say(`arrange.${name}`, { what }) },
    }),
  );
  const choose = make("label", { className: "tick small" }, make("input", { type: "checkbox" }), what);
  place.append(
    make("div", { className: "thumb" }, canvas),
    make("div", { className: "small", data: { at: "" } }),
    choose,
    make("div", { className: "tools" }, ...acts),
  );
  return { place, canvas };
}

// As the server takes them: [[record, version, page, degrees], ...]
const told = (some) =>
  JSON.stringify(
    some.map(({ dataset }) => {
      const [record, version] = dataset.paper.split("/");
      return [record, Number(version), Number(dataset.page), Number(dataset.turn)];
    }),
  );

form.addEventListener("submit", () => {
  form.elements.places.value = told(places());
  form.elements.chosen.value = told(places().filter((place) => place.querySelector("input").checked));
});

async function start() {
  for (const paper of given.papers) {
    const pdf = await openDocument(await fetchBytes(paper.file));
    await showThumbs(pdf, (number) => {
      const { place, canvas } = placeOf(paper, number);
      list.append(place);
      return { canvas, width: WIDTH };
    });
  }
  Sortable.create(list, { draggable: "li", filter: "input, button", preventOnFilter: false, onEnd: tell });
  tell();
  list.dataset.ready = "true";
}

start().catch((problem) => {
  root.querySelector("[data-told]").textContent = problem.message;
});
