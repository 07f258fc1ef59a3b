// Placement: fields on the pages of a draft, by pointer and by keyboard, saved as they change.

import { boxOf, layOut } from "./pdf_pages.js";
import { aligned, distributed, moved, pagesOf, resized, sized, touches, withinPage } from "./geometry.js";
import { FieldPanel, kindButtons, whoseButtons } from "./field_panel.js";
import { Pointer } from "./placement_pointer.js";
import { Proposals } from "./proposals.js";
import { Saving } from "./saving.js";
import { StepsBack } from "./steps_back.js";
import { WorkbenchPages } from "./workbench_pages.js";
import { button, make } from "./dom.js";
import { showReadiness } from "./readiness_list.js";

const root = document.querySelector("[data-placement]");
const find = (name) => root.querySelector(`[data-${name}]`);
const parties = JSON.parse(root.dataset.parties);
const kinds = Object.fromEntries(JSON.parse(root.dataset.kinds).map((kind) => [kind.id, kind]));
const papers = JSON.parse(root.dataset.documents); // [{position, title, file}]
const KEPT = "just-seal-copied-fields";

const state = {
  fields: [],
  chosen: [],
  before: null,
  party: parties[0]?.letter,
  edits: Number(root.dataset.edits),
  next: 1,
  points: [],
  joins: null,
};
const pages = new WorkbenchPages(root, papers, () => {
  state.fields.forEach(place);
  proposals?.place();
});
const steps = new StepsBack();
const saving = new Saving(save, (text) => {
  find("save-state").textContent = text;
});
const panel = new FieldPanel(root, kinds, {
  change: (id, values) => change([{ ...fieldOf(id), ...values }]),
  setting,
  kind: changeKind,
});

// Looking things up -----------------------------------------------------------

const viewOf = (field) => pages.of(field);
const pageSize = (field) => pages.size(field);
const elementOf = (id) => root.querySelector(`.spot[data-id="${id}"]`);
const fieldOf = (id) => state.fields.find((field) => field.id === id);
const chosen = () => state.chosen.map(fieldOf).filter(Boolean);
const letterPicture = (letter) =>
  root.querySelector(`[data-letters] [data-letter="${letter}"] svg`).cloneNode(true);
const partyName = (letter) => parties.find((party) => party.letter === letter)?.name || `party ${letter}`;
const titleOf = (field) => field.settings?.label || kinds[field.kind].label;

// Drawing ---------------------------------------------------------------------

function makeElement(field) {
  const element = make("div", { tabIndex: 0, data: { id: field.id }, aria: { role: "button" } });
  element.addEventListener("focus", () => {
    if (!state.chosen.includes(field.id)) choose([field.id]);
  });
  return element;
}

function drawField(field) {
  const element = elementOf(field.id) || makeElement(field);
  // moving it without need would take the focus away
  if (element.parentNode !== viewOf(field).overlay) viewOf(field).overlay.append(element);
  element.className = `spot party-${field.party}${state.chosen.includes(field.id) ? " chosen" : ""}`;
  const grip = make("span", { className: "grip", data: { grip: "" } });
  const small = kinds[field.kind].width <= 12;
  element.replaceChildren(letterPicture(field.party), ...(small ? [] : [` ${titleOf(field)}`]), grip);
  element.title = small ? titleOf(field) : "";
  place(field);
}

// Moves the element where the field is; all that happens while dragging.
function place(field) {
  const element = elementOf(field.id);
  layOut(element, boxOf(field, viewOf(field).viewport));
  const problems = problemsOf(field);
  element.classList.toggle("faulty", problems.length > 0);
  const where = papers.length > 1 ? `document ${field.document}, page ${field.page}` : `page ${field.page}`;
  element.setAttribute(
    "aria-label",
    [
      `${field.party} ${titleOf(field)}, ${partyName(field.party)}, ${where}, at ${Math.round(field.x)}, ${Math.round(field.y)} points`,
      ...problems,
    ].join(". "),
  );
}

const problemsOf = (field) =>
  state.points
    .filter((point) => point.field && point.field[0] === field.document && point.field[1] === field.name)
    .map((point) => point.text);

// Changing --------------------------------------------------------------------

// Puts other states of fields in their place; light: while dragging, when only places change.
function change(fields, { light = false } = {}) {
  steps.remember(state.fields);
  fields.forEach((next) => {
    const index = state.fields.findIndex((field) => field.id === next.id);
    const before = state.fields[index];
    state.fields[index] = withinPage(next, pageSize(next));
    // somebody has put it where it belongs
    if (before.x !== next.x || before.y !== next.y) state.fields[index].anchor = "";
    (light ? place : drawField)(state.fields[index]);
  });
  if (light) panel.showPlace(chosen());
  else showChosen();
  saving.soon();
}

function setting(id, name, value) {
  const field = fieldOf(id);
  change([{ ...field, settings: { ...field.settings, [name]: value } }]);
}

function changeKind(id, kind) {
  const field = fieldOf(id);
  const { width, height } = field;
  change([sized({ ...field, kind, key: freshKey(kind, field.party) }, { width, height }, kinds[kind])]);
}

function choose(ids, { focus = false } = {}) {
  const before = state.chosen;
  if (before.length === 1 && before[0] !== ids[0]) state.before = before[0];
  state.chosen = ids;
  [...before, ...ids].forEach((id) => elementOf(id)?.classList.toggle("chosen", ids.includes(id)));
  showChosen();
  if (focus && ids.length > 0) elementOf(ids[ids.length - 1]).focus();
}

const toggle = (id) =>
  choose(state.chosen.includes(id) ? state.chosen.filter((one) => one !== id) : [...state.chosen, id]);

function showChosen() {
  const fields = chosen();
  panel.show(fields, fields.length === 1 ? problemsOf(fields[0]) : []);
  if (fields.length === 0) return;
  const letters = new Set(fields.map((field) => field.party));
  whoseButtons(find("whose"), parties, letters.size === 1 ? fields[0].party : null, letterPicture, give);
  find("same-size").disabled = !(fields.length > 1 || fieldOf(state.before));
}

const give = (letter) => change(chosen().map((field) => ({ ...field, party: letter })));

// Adding, doubling, removing --------------------------------------------------

// A name for formulas that is not taken yet. A box of "one of several" joins the one that was placed just
// before.
function freshKey(kind, party) {
  if (kinds[kind].filled_by !== "party" && kind !== "computed") return "";
  if (kind === "one_of" && state.joins?.party === party) return state.joins.key;
  const taken = new Set(state.fields.map((field) => field.key));
  let number = 1;
  while (taken.has(`${kind}_${number}`)) number += 1;
  return `${kind}_${number}`;
}

function add(list, { focus = true } = {}) {
  steps.remember(state.fields);
  const added = list.map((values) => {
    const field = withinPage(
      { settings: {}, key: freshKey(values.kind, values.party), ...values, id: state.next },
      pageSize(values),
    );
    state.next += 1;
    state.fields.push(field);
    drawField(field);
    state.joins = field.kind === "one_of" ? field : null;
    return field.id;
  });
  choose(added, { focus });
  saving.soon();
}

const fresh = (kind, at, x, y) => ({
  kind,
  ...at,
  party: state.party,
  x,
  y: y - kinds[kind].height / 2,
  width: kinds[kind].width,
  height: kinds[kind].height,
});

function remove(ids) {
  steps.remember(state.fields);
  ids.forEach((id) => elementOf(id)?.remove());
  state.fields = state.fields.filter((field) => !ids.includes(field.id));
  choose([]);
  saving.soon();
}

// The same field again, without its name; the boxes of "one of several" stay together, and want another
// possibility.
function again(field, values) {
  const { id, name, ...rest } = field;
  const box = field.kind === "one_of";
  return {
    ...rest,
    key: box ? field.key : freshKey(field.kind, field.party),
    settings: box ? { ...field.settings, option: "" } : field.settings,
    ...values,
  };
}

const double = () => chosen().forEach((field) => add([again(field, { y: field.y - field.height - 6 })]));

function copyTo(pages) {
  const from = chosen();
  from.forEach((field) =>
    pages
      .filter((page) => page !== field.page)
      .forEach((page) => add([again(field, { page })], { focus: false })),
  );
  choose(from.map((field) => field.id));
}

const copyToAll = () => copyTo(pages.ofPaper(chosen()[0].document).map((view) => view.number));

// Copying keeps fields over all dockets of this browser; pasting gives those of parties that are not here
// to the first one.
function copy() {
  const fields = chosen().map(({ id, name, document, ...rest }) => rest);
  if (fields.length > 0) localStorage.setItem(KEPT, JSON.stringify(fields));
  find("save-state").textContent =
    `${fields.length === 1 ? "One field" : `${fields.length} fields`} copied. Ctrl+V puts them on another document or page.`;
}

function paste() {
  const kept = JSON.parse(localStorage.getItem(KEPT) || "[]").filter((field) => kinds[field.kind]);
  if (kept.length === 0) return;
  const first = Math.min(...kept.map((field) => field.page));
  const known = parties.map((party) => party.letter);
  const taken = new Set(state.fields.map((field) => field.key));
  const fields = kept
    .map((field) => ({
      ...field,
      document: pages.at.document,
      page: pages.at.page + field.page - first,
      party: known.includes(field.party) ? field.party : known[0],
    }))
    .filter((field) => viewOf(field))
    .map((field) => ({
      ...field,
      key: taken.has(field.key) ? freshKey(field.kind, field.party) : field.key,
    }));
  fields.forEach((field) => add([field]));
}

// Takes a state over that was before, or after.
function goTo(fields) {
  if (!fields) return;
  root.querySelectorAll(".overlay .spot").forEach((element) => element.remove());
  state.fields = fields;
  state.chosen = [];
  fields.forEach(drawField);
  showChosen();
  saving.soon();
}

// Several at once -------------------------------------------------------------

function sameSize() {
  const fields = chosen();
  const model = fields.length > 1 ? fields[fields.length - 1] : fieldOf(state.before);
  change(fields.map((field) => sized(field, model, kinds[field.kind])));
}

const oneEach = {
  left: "Left edges",
  centre: "Centres",
  right: "Right edges",
  top: "Upper edges",
  middle: "Middles",
  bottom: "Lower edges",
};

function showSeveral() {
  const aligning = Object.entries(oneEach).map(([edge, text]) =>
    button(text, () => change(aligned(chosen(), edge)), { className: "btn btn-outline-primary btn-sm" }),
  );
  const spreading = [
    ["x", "Side by side"],
    ["y", "One above the other"],
  ].map(([along, text]) =>
    button(text, () => change(distributed(chosen(), along)), { className: "btn btn-outline-primary btn-sm" }),
  );
  find("several").replaceChildren(
    make("p", { className: "small", textContent: "On one line" }),
    make("div", { className: "tools" }, ...aligning),
    make("p", { className: "small", textContent: "The same room between" }),
    make("div", { className: "tools" }, ...spreading),
  );
}

// Pointer ---------------------------------------------------------------------

const pointer = new Pointer(root, {
  viewAt: (element) => pages.all().find((view) => view.overlay === element),
  // A field is taken hold of: with Shift or Ctrl it is added to what is chosen.
  hold: (id, event) => {
    closeChooser();
    if (event.shiftKey || event.ctrlKey || event.metaKey) return toggle(id);
    if (!state.chosen.includes(id)) choose([id]);
    return elementOf(id).focus({ preventScroll: true });
  },
  held: () => chosen(),
  drag: (start, dx, dy, resizing) =>
    change(
      start.map((field) => (resizing ? resized(field, dx, dy, kinds[field.kind]) : moved(field, dx, -dy))),
      { light: true },
    ),
  dropped: () => showChosen(),
  band: (view, box) =>
    choose(
      state.fields.filter((field) => viewOf(field) === view && touches(box, field)).map((field) => field.id),
    ),
  pick: (view, left, top, x, y) => {
    pages.look({ document: view.document, page: view.number });
    openChooser(view, left, top, x, y);
  },
  down: () => closeChooser(),
  drop: (kind, view, x, y) => {
    pages.look({ document: view.document, page: view.number });
    add([fresh(kind, pages.at, x, y)]);
  },
});

function openChooser(view, left, top, x, y) {
  const chooser = find("chooser");
  const show = () =>
    whoseButtons(find("chooser-whose"), parties, state.party, letterPicture, (letter) => {
      state.party = letter;
      show();
      showAdding();
    });
  show();
  kindButtons(find("chooser-kinds"), kinds, (kind) => {
    closeChooser();
    add([fresh(kind, { document: view.document, page: view.number }, x, y)]);
  });
  view.element.append(chooser);
  chooser.hidden = false;
  const room = view.viewport.width - chooser.offsetWidth - 4;
  const below = view.viewport.height - chooser.offsetHeight - 4;
  Object.assign(chooser.style, {
    left: `${Math.max(Math.min(left + 6, room), 0)}px`,
    top: `${Math.max(Math.min(top + 6, below), 0)}px`,
  });
  chooser.scrollIntoView({ block: "nearest" });
  find("chooser-kinds").querySelector("button").focus({ preventScroll: true });
}

function closeChooser() {
  find("chooser").hidden = true;
}

// Keyboard --------------------------------------------------------------------

const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };
const WITH_CONTROL = {
  z: (event) => goTo(event.shiftKey ? steps.redo(state.fields) : steps.undo(state.fields)),
  y: () => goTo(steps.redo(state.fields)),
  c: copy,
  v: paste,
  a: () =>
    choose(
      state.fields
        .filter((field) => field.document === pages.at.document && field.page === pages.at.page)
        .map((field) => field.id),
      { focus: true },
    ),
};

function onKey(event) {
  if (event.key === "Escape") {
    closeChooser();
    return;
  }
  if (event.target.matches("input, textarea, select")) return;
  if (event.ctrlKey || event.metaKey) {
    const action = WITH_CONTROL[event.key.toLowerCase()];
    if (!action || String(getSelection()) !== "") return;
    event.preventDefault();
    action(event);
    return;
  }
  if (event.target.classList?.contains("spot") && onFieldKey(event)) event.preventDefault();
}

function onFieldKey(event) {
  const step = event.shiftKey ? 10 : 1;
  if (ARROWS[event.key]) {
    const [dx, dy] = ARROWS[event.key].map((one) => one * step);
    change(
      chosen().map((field) =>
        event.altKey ? resized(field, dx, -dy, kinds[field.kind]) : moved(field, dx, dy),
      ),
    );
    return true;
  }
  if (event.key === "Delete" || event.key === "Backspace") {
    remove(state.chosen);
    return true;
  }
  if (event.key === "d") {
    double();
    return true;
  }
  const party = /^[1-9]$/.test(event.key) ? parties[Number(event.key) - 1] : null;
  if (party) give(party.letter);
  return Boolean(party);
}

// Saving ----------------------------------------------------------------------

async function save() {
  const sent = [...state.fields];
  const answer = await fetch(`/dockets/${root.dataset.number}/fields`, {
    method: "POST",
    headers: {
      "content-type": "application/json",
      accept: "application/json",
      "x-csrf-token": root.dataset.csrf,
    },
    body: JSON.stringify({ edits: state.edits, fields: sent.map(({ id, name, ...values }) => values) }),
  });
  const body = await answer.json();
  if (!answer.ok) throw new Error(body.problem);
  state.edits = body.edits;
  sent.forEach(({ id }, index) => {
    const field = fieldOf(id);
    if (field) field.name = body.names[index];
  });
  takeReadiness(body.readiness);
}

function takeReadiness(points) {
  state.points = points;
  showReadiness(find("readiness"), points, leadTo);
  root.querySelector(".margin .dial .centre").textContent = points.filter((point) => point.blocks).length;
  state.fields.forEach(place);
  const fields = chosen();
  panel.show(fields, fields.length === 1 ? problemsOf(fields[0]) : []);
}

// A field on this page is shown at once.
function leadTo(event, point) {
  if (!point.field) {
    saving.leave(event);
    return;
  }
  event.preventDefault();
  showField(point.field);
}

function showField([position, name]) {
  const field = state.fields.find((one) => one.document === position && one.name === name);
  if (!field) return;
  pages.goTo(field);
  choose([field.id], { focus: true });
}

// Start -----------------------------------------------------------------------

function showAdding() {
  whoseButtons(find("add-whose"), parties, state.party, letterPicture, (letter) => {
    state.party = letter;
    showAdding();
  });
  kindButtons(
    find("add-kinds"),
    kinds,
    (kind) => {
      const [width, height] = pageSize(pages.at);
      pages.goTo(pages.at);
      add([fresh(kind, pages.at, (width - kinds[kind].width) / 2, height / 2)]);
    },
    (event, kind) => pointer.dragKind(event, kind, kinds[kind].label),
  );
}

let proposals = null;

async function start() {
  await pages.load();
  JSON.parse(root.dataset.fields)
    .filter((values) => viewOf(values))
    .forEach((values) => {
      state.fields.push({ ...values, id: state.next });
      state.next += 1;
    });
  state.fields.forEach(drawField);
  pointer.listen(pages.all());
  showSeveral();
  showAdding();
  takeReadiness(JSON.parse(root.dataset.readiness));
  if (state.fields.length > 0) pages.goTo(state.fields[0]);
  const named = location.hash.match(/^#field-(\d+)-(.+)$/);
  if (named) showField([Number(named[1]), decodeURIComponent(named[2])]);
  find("pages").dataset.ready = "true";
  proposals = new Proposals(root, {
    viewOf,
    parties,
    add: (values) => add([values]),
    label: (kind) => kinds[kind].label,
  });
  // without proposals every spot can still be pointed at
  proposals.load(`/dockets/${root.dataset.number}/proposals`).catch(() => {});
  await pages.showStrip();
}

document.addEventListener("keydown", onKey);
const acts = {
  double,
  copy: copyToAll,
  remove: () => remove(state.chosen),
  "same-size": sameSize,
  "zoom-in": () => pages.zoomTo(pages.zoom * 1.25),
  "zoom-out": () => pages.zoomTo(pages.zoom / 1.25),
  "zoom-fit": () => pages.zoomTo(1),
};
Object.entries(acts).forEach(([name, act]) => find(name).addEventListener("click", act));
find("copy-to").addEventListener("change", (event) => {
  if (chosen().length > 0) copyTo(pagesOf(event.target.value, pages.ofPaper(chosen()[0].document).length));
  event.target.value = "";
});
root
  .querySelectorAll("a[href]")
  .forEach((link) => link.addEventListener("click", (event) => saving.leave(event)));
start().catch((problem) => {
  find("save-state").textContent = problem.message;
});
