// Placement: fields on the pages of a draft, by pointer and by keyboard, saved as they change.

import { boxOf, fetchBytes, layOut, openDocument, showPages, showThumbs } from "./pdf_pages.js";
import { moved, resized, withinPage } from "./geometry.js";
import { Proposals } from "./proposals.js";
import { StepsBack } from "./steps_back.js";

const root = document.querySelector("[data-placement]");
const find = (name) => root.querySelector(`[data-${name}]`);
const parties = JSON.parse(root.dataset.parties);
const kinds = Object.fromEntries(JSON.parse(root.dataset.kinds).map((kind) => [kind.id, kind]));
const TEXTS = {
  signature: "Typed or drawn by the party.",
  acting_date: "The system writes the day on which the party signs.",
  full_name: "The system writes the party's name.",
};
const SAVE_PAUSE = 500;
const steps = new StepsBack();

const state = { fields: [], views: [], chosen: null, party: parties[0]?.letter, page: 1, edits: Number(root.dataset.edits), next: 1 };

// Drawing -----------------------------------------------------------------------------------------------------------------

const pageSize = (number) => {
  const [x1, y1, x2, y2] = state.views[number - 1].page.view;
  return [x2 - x1, y2 - y1];
};

const letterPicture = (letter) => root.querySelector(`[data-letters] [data-letter="${letter}"] svg`).cloneNode(true);
const partyName = (letter) => parties.find((party) => party.letter === letter)?.name || `party ${letter}`;

function makeElement(field) {
  const element = document.createElement("div");
  element.tabIndex = 0;
  element.dataset.id = field.id;
  element.setAttribute("role", "button");
  element.addEventListener("focus", () => choose(field.id));
  element.addEventListener("pointerdown", (event) => drag(event, field.id));
  return element;
}

function drawField(field) {
  const view = state.views[field.page - 1];
  const element = view.overlay.querySelector(`[data-id="${field.id}"]`) || view.overlay.appendChild(makeElement(field));
  element.className = `spot party-${field.party}${field.id === state.chosen ? " chosen" : ""}`;
  element.setAttribute("aria-label", `${field.party} ${kinds[field.kind].label}, ${partyName(field.party)}, page ${field.page}, at ${Math.round(field.x)}, ${Math.round(field.y)} points`);
  const grip = document.createElement("span");
  grip.className = "grip";
  grip.dataset.grip = "";
  element.replaceChildren(letterPicture(field.party), document.createTextNode(kinds[field.kind].label), grip);
  layOut(element, boxOf(field, view.viewport));
}

const elementOf = (id) => root.querySelector(`.spot[data-id="${id}"]`);
const fieldOf = (id) => state.fields.find((field) => field.id === id);

function change(id, next) {
  steps.remember(state.fields);
  const index = state.fields.findIndex((field) => field.id === id);
  state.fields[index] = withinPage(next, pageSize(next.page));
  drawField(state.fields[index]);
  showChosen();
  saveSoon();
}

function choose(id) {
  const before = state.chosen;
  state.chosen = id;
  [before, id].filter((one) => one && fieldOf(one)).forEach((one) => elementOf(one)?.classList.toggle("chosen", one === id));
  showChosen();
}

function showChosen() {
  const field = fieldOf(state.chosen);
  find("chosen").hidden = !field;
  if (!field) return;
  find("chosen-title").textContent = kinds[field.kind].label;
  find("chosen-text").textContent = TEXTS[field.kind];
  find("place").textContent = `${Math.round(field.x)}, ${Math.round(field.y)}   ${Math.round(field.width)} × ${Math.round(field.height)}`;
  whoseButtons(find("whose"), field.party, (letter) => change(field.id, { ...fieldOf(field.id), party: letter }));
}

function whoseButtons(place, current, onPick) {
  place.replaceChildren(...parties.map((party) => {
    const button = document.createElement("button");
    button.type = "button";
    button.setAttribute("aria-pressed", String(party.letter === current));
    const name = document.createElement("span");
    name.className = "who";
    name.textContent = party.name || `Party ${party.letter}`;
    button.title = name.textContent;
    button.append(letterPicture(party.letter), name);
    button.addEventListener("click", () => onPick(party.letter));
    return button;
  }));
}

function kindButtons(place, onPick) {
  place.replaceChildren(...Object.values(kinds).map((kind) => {
    const button = document.createElement("button");
    button.type = "button";
    button.textContent = kind.label;
    button.addEventListener("click", () => onPick(kind.id));
    return button;
  }));
}

// Adding, doubling, removing ------------------------------------------------------------------------------------------------

function add(values) {
  steps.remember(state.fields);
  const field = withinPage({ id: state.next, ...values }, pageSize(values.page));
  state.next += 1;
  state.fields.push(field);
  drawField(field);
  elementOf(field.id).focus();
  saveSoon();
}

const fresh = (kind, page, x, y) => ({ kind, page, party: state.party, x, y, width: kinds[kind].width, height: kinds[kind].height });

function remove(id) {
  steps.remember(state.fields);
  elementOf(id)?.remove();
  state.fields = state.fields.filter((field) => field.id !== id);
  state.chosen = null;
  showChosen();
  saveSoon();
}

function double(id) {
  const { id: _, ...values } = fieldOf(id);
  add({ ...values, y: values.y - values.height - 6 });
}

// The same place on every other page, such as for initials.
function copyToAll(id) {
  const { id: _, ...values } = fieldOf(id);
  state.views.map((view) => view.number).filter((page) => page !== values.page).forEach((page) => add({ ...values, page }));
  choose(id);
}

// Takes a state over that was before, or after.
function goTo(fields) {
  if (!fields) return;
  root.querySelectorAll(".overlay .spot").forEach((element) => element.remove());
  state.fields = fields;
  state.chosen = null;
  fields.forEach(drawField);
  showChosen();
  saveSoon();
}

// Pointer ------------------------------------------------------------------------------------------------------------------

function drag(event, id) {
  event.preventDefault();
  event.stopPropagation();
  closeChooser();
  const element = elementOf(id);
  element.focus();
  element.setPointerCapture(event.pointerId);
  const start = fieldOf(id);
  const scale = state.views[start.page - 1].viewport.scale;
  const resizing = "grip" in event.target.dataset;
  const move = (now) => {
    const dx = (now.clientX - event.clientX) / scale;
    const dy = (now.clientY - event.clientY) / scale;
    change(id, resizing ? resized(start, dx, dy, kinds[start.kind]) : moved(start, dx, -dy));
  };
  const stop = () => {
    element.removeEventListener("pointermove", move);
    element.removeEventListener("pointerup", stop);
    element.removeEventListener("pointercancel", stop);
  };
  element.addEventListener("pointermove", move);
  element.addEventListener("pointerup", stop);
  element.addEventListener("pointercancel", stop);
}

function pick(event, view) {
  if (event.target !== view.overlay) return;
  const bounds = view.overlay.getBoundingClientRect();
  const [x, y] = view.viewport.convertToPdfPoint(event.clientX - bounds.left, event.clientY - bounds.top);
  state.page = view.number;
  showPageNumber();
  openChooser(view, event.clientX - bounds.left, event.clientY - bounds.top, x, y);
}

function openChooser(view, left, top, x, y) {
  const chooser = find("chooser");
  const show = () => whoseButtons(find("chooser-whose"), state.party, (letter) => { state.party = letter; show(); showAdding(); });
  show();
  kindButtons(find("chooser-kinds"), (kind) => { closeChooser(); add(fresh(kind, view.number, x, y)); });
  view.element.append(chooser);
  chooser.hidden = false;
  const room = view.viewport.width - chooser.offsetWidth - 4;
  const below = view.viewport.height - chooser.offsetHeight - 4;
  Object.assign(chooser.style, { left: `${Math.max(Math.min(left + 6, room), 0)}px`, top: `${Math.max(Math.min(top + 6, below), 0)}px` });
  chooser.scrollIntoView({ block: "nearest" });
  find("chooser-kinds").querySelector("button").focus({ preventScroll: true });
}

function closeChooser() {
  find("chooser").hidden = true;
}

// Keyboard -----------------------------------------------------------------------------------------------------------------

const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

function onKey(event) {
  if (event.key === "Escape") return closeChooser();
  if ((event.ctrlKey || event.metaKey) && !event.target.matches("input, textarea")) {
    const key = event.key.toLowerCase();
    if (key === "z" || key === "y") {
      event.preventDefault();
      return goTo(key === "y" || event.shiftKey ? steps.redo(state.fields) : steps.undo(state.fields));
    }
  }
  const field = event.target.classList?.contains("spot") ? fieldOf(Number(event.target.dataset.id)) : null;
  if (!field || event.ctrlKey || event.metaKey) return undefined;
  const step = event.shiftKey ? 10 : 1;
  const done = () => event.preventDefault();
  if (ARROWS[event.key]) {
    const [dx, dy] = ARROWS[event.key].map((one) => one * step);
    change(field.id, event.altKey ? resized(field, dx, -dy, kinds[field.kind]) : moved(field, dx, dy));
    return done();
  }
  if (event.key === "Delete" || event.key === "Backspace") { remove(field.id); return done(); }
  if (event.key === "d") { double(field.id); return done(); }
  const party = /^[1-9]$/.test(event.key) ? parties[Number(event.key) - 1] : null;
  if (party) { change(field.id, { ...field, party: party.letter }); return done(); }
  return undefined;
}

// Saving -------------------------------------------------------------------------------------------------------------------

let timer = null;
let saving = Promise.resolve();

function saveSoon() {
  find("save-state").textContent = "Not saved yet";
  clearTimeout(timer);
  timer = setTimeout(() => { timer = null; saving = saving.then(save); }, SAVE_PAUSE);
}

async function save() {
  try {
    const answer = await fetch(`/dockets/${root.dataset.number}/fields`, {
      method: "POST", headers: { "content-type": "application/json", accept: "application/json", "x-csrf-token": root.dataset.csrf },
      body: JSON.stringify({ edits: state.edits, fields: state.fields.map(({ id, ...values }) => values) }),
    });
    const body = await answer.json();
    if (!answer.ok) throw new Error(body.problem);
    state.edits = body.edits;
    if (!timer) find("save-state").textContent = "Saved"; // otherwise more has changed meanwhile
    showReadiness(body.readiness);
  } catch (problem) {
    find("save-state").textContent = `Not saved. ${problem.message}`;
  }
}

function showReadiness(points) {
  const list = points.length > 0 ? points : [{ text: "Nothing is missing.", fine: true }];
  find("readiness").replaceChildren(...list.map((point) => {
    const item = document.createElement("li");
    item.className = point.fine ? "fine" : point.blocks ? "blocks" : "";
    const sign = document.createElement("span");
    sign.className = "sign";
    sign.textContent = point.fine ? "●" : "!";
    const text = document.createElement("span");
    text.textContent = point.text;
    item.append(sign, text);
    return item;
  }));
  const blocking = points.filter((point) => point.blocks).length;
  root.querySelector(".margin .dial .centre").textContent = blocking;
}

// Leaving waits for what is not saved yet.
async function leave(event) {
  if (!timer) return;
  event.preventDefault();
  clearTimeout(timer);
  timer = null;
  saving = saving.then(save);
  await saving;
  location.href = event.target.href;
}

// Start --------------------------------------------------------------------------------------------------------------------

// Brings a page to the top of the workbench without moving the rest of the screen.
function showPage(number) {
  state.page = number;
  const pages = find("pages");
  pages.scrollTop += state.views[number - 1].element.getBoundingClientRect().top - pages.getBoundingClientRect().top - 18;
  showPageNumber();
}

function showPageNumber() {
  find("page-number").textContent = state.page;
  root.querySelectorAll("[data-thumbs] button").forEach((button) => button.toggleAttribute("aria-current", Number(button.dataset.page) === state.page));
}

function showAdding() {
  whoseButtons(find("add-whose"), state.party, (letter) => { state.party = letter; showAdding(); });
  kindButtons(find("add-kinds"), (kind) => {
    const [width, height] = pageSize(state.page);
    showPage(state.page);
    add(fresh(kind, state.page, (width - kinds[kind].width) / 2, height / 2));
  });
}

function thumb(number, size) {
  const button = document.createElement("button");
  button.type = "button";
  button.dataset.page = number;
  button.setAttribute("aria-label", `Page ${number}`);
  const canvas = document.createElement("canvas");
  const label = document.createElement("span");
  label.textContent = number;
  button.append(canvas, label);
  button.style.height = `${Math.round(48 * size.height / size.width)}px`;
  button.addEventListener("click", () => {
    showPage(number);
  });
  find("thumbs").append(button);
  return { canvas, width: 48 };
}

async function start() {
  const pages = find("pages");
  const pdf = await openDocument(await fetchBytes(root.dataset.document));
  state.views = await showPages(pdf, pages, { width: Math.min(pages.clientWidth - 44, 760) });
  state.views.forEach((view) => {
    view.overlay.classList.add("pick");
    view.overlay.addEventListener("pointerdown", () => closeChooser());
    view.overlay.addEventListener("click", (event) => pick(event, view));
  });
  JSON.parse(root.dataset.fields).forEach((values) => {
    state.fields.push({ id: state.next, ...values });
    state.next += 1;
  });
  state.fields.forEach(drawField);
  showAdding();
  const signing = state.fields[0]?.page;
  if (signing) showPage(signing);
  pages.dataset.ready = "true";
  const proposals = new Proposals(root, state.views, (values) => add(values), (kind) => kinds[kind].label);
  proposals.load(`/dockets/${root.dataset.number}/proposals`).catch(() => {}); // without proposals every spot can still be pointed at
  await showThumbs(pdf, thumb);
  showPageNumber();
}

document.addEventListener("keydown", onKey);
find("double").addEventListener("click", () => double(state.chosen));
find("copy").addEventListener("click", () => copyToAll(state.chosen));
find("remove").addEventListener("click", () => remove(state.chosen));
root.querySelectorAll("a[href]").forEach((link) => link.addEventListener("click", leave));
start().catch((problem) => { find("save-state").textContent = problem.message; });
