// The signing room: read, be led from spot to spot, fill in, make a signature, sign.

import { Asking } from "./asking.js";
import { CardDialog, CardReader } from "./card_reader.js";
import { boxOf, fetchBytes, layOut, openDocument, showPages } from "./pdf_pages.js";
import { make } from "./dom.js";
import { RoomPages } from "./room_pages.js";
import { MarkDialog, showMark } from "./room_mark.js";
import { FillDialog, RoomAnswers } from "./room_fill.js";

const root = document.querySelector("[data-room]");
const find = (name) => root.querySelector(`[data-${name}]`);
// In the order in which they stand on the pages.
const spots = JSON.parse(root.dataset.spots).sort(
  (one, two) =>
    one.document - two.document ||
    one.page - two.page ||
    two.y + two.height - one.y - one.height ||
    one.x - two.x,
);
const papers = JSON.parse(root.dataset.documents).map((paper) => ({
  ...paper,
  views: [],
  seen: new Set(),
  sha256: null,
}));
const BY_ITSELF = {
  acting_date: () => root.dataset.day,
  full_name: () => root.dataset.name,
  email: () => root.dataset.email,
  computed: (spot) => answers.told.texts[spot.slot] || "",
};

const draft = JSON.parse(root.dataset.draft);
const asking = new Asking(root.dataset.base, JSON.parse(root.dataset.csrf));
const marks = draft.marks;
const elements = new Map(); // spot => its element
const answers = new RoomAnswers(root, asking, () => showAll());
const markDialog = new MarkDialog(root, root.dataset.name, asking, takeMark);
const reader = new CardReader(root.dataset.reader);
const cardDialog = root.dataset.card === "true" ? new CardDialog(root, reader, signByCard) : null;
const fillDialog = new FillDialog(root, answers, goOnFilling);

const hex = (buffer) =>
  [...new Uint8Array(buffer)].map((byte) => byte.toString(16).padStart(2, "0")).join("");
const grouped = (text) => text.match(/.{1,4}/g).join(" ");
const paperOf = (spot) => papers.find((paper) => paper.position === spot.document);
const viewOf = (spot) => paperOf(spot).views[spot.page - 1];
const pages = new RoomPages(root, papers, elements, viewOf, () => showAll());

// What is left ----------------------------------------------------------------

const isMark = (spot) => spot.filled_by === "mark";
const isTyped = (spot) => spot.filled_by === "party";
const isBox = (spot) => spot.control.name === "box";
const shown = (spot) => answers.told.shown[spot.slot] !== false;
const place = (spot) =>
  papers.length > 1 ? `page ${spot.page} of ${paperOf(spot).title}` : `page ${spot.page}`;

// The list of things to do, in order: [{text, detail, done, go, spots}].
function things() {
  return [...papers.map(readingThing), ...fieldThings()];
}

function readingThing(paper) {
  const pages = paper.views.length;
  return {
    text:
      papers.length === 1 ? "Read the document" : `Read “${paper.title}”${paper.sign ? "" : ", enclosed"}`,
    done: paper.seen.size === pages && pages > 0,
    detail: pages === 1 ? "1 page" : `${paper.seen.size} of ${pages} pages seen`,
    go: () => goToPage(paper),
    spots: [],
  };
}

// Fields by where they stand; all initials are one thing, and so are the boxes of one name.
function fieldThings() {
  const wanted = spots.filter((spot) => shown(spot) && (isMark(spot) || isTyped(spot)));
  const groups = new Map();
  wanted.forEach((spot) => {
    const key = spot.kind === "initials" ? "initials" : isTyped(spot) ? spot.slot : spot;
    groups.set(key, [...(groups.get(key) || []), spot]);
  });
  return [...groups.values()].map(fieldThing);
}

function fieldThing(same) {
  const spot = same[0];
  const go = () => goToSpot(spot);
  if (isMark(spot)) {
    const made = Boolean(marks[spot.kind]) || !spot.required;
    const where = same.length > 1 ? `in ${same.length} places` : place(spot);
    return {
      text: `${spot.title}, ${where}`,
      done: made,
      detail: marks[spot.kind]
        ? "made; choose it to change it"
        : spot.required
          ? "type it or draw it"
          : "if you like",
      go,
      spots: same,
    };
  }
  const value = answers.told.texts[spot.slot] || answers.told.values[spot.slot];
  const detail =
    answers.told.problems[spot.slot] ||
    (value && !isBox(spot) ? value : place(spot) + (spot.required ? "" : ", if any"));
  return { text: spot.title, done: answers.done(spot), detail, go, spots: same };
}

function goToPage(paper) {
  const next = paper.views.find((view) => !paper.seen.has(view.number)) || paper.views[0];
  next.element.scrollIntoView({ behavior: calm(), block: "start" });
}

function showThings() {
  const list = things();
  const left = list.filter((thing) => !thing.done).length;
  const next = list.find((thing) => !thing.done);
  find("count").textContent =
    left === 0
      ? "Everything is done"
      : `${list.length} ${list.length === 1 ? "thing" : "things"}, ${left} left`;
  find("todo").replaceChildren(...list.map((thing) => thingItem(thing, thing === next)));
  const button = find("next");
  button.disabled = papers.some((paper) => paper.views.length === 0);
  button.textContent = left === 0 ? root.dataset.do : "Take me to the next place";
  elements.forEach((element, spot) => element.classList.toggle("next", Boolean(next?.spots.includes(spot))));
}

function thingItem(thing, isNext) {
  const item = document.createElement("li");
  item.className = thing.done ? "done" : isNext ? "next" : "";
  const button = document.createElement("button");
  button.type = "button";
  const tick = document.createElement("span");
  tick.className = "tick";
  const text = document.createElement("span");
  text.textContent = thing.text;
  const detail = document.createElement("small");
  detail.textContent = thing.detail;
  const told = document.createElement("span");
  told.className = "visually-hidden";
  told.textContent = thing.done ? ", done" : ", to do";
  text.append(told, detail);
  button.append(tick, text);
  button.addEventListener("click", thing.go);
  item.append(button);
  return item;
}

const calm = () => (matchMedia("(prefers-reduced-motion: reduce)").matches ? "auto" : "smooth");

function goToSpot(spot) {
  const element = elements.get(spot);
  element.scrollIntoView({ behavior: calm(), block: "center" });
  element.focus({ preventScroll: true });
  if (isMark(spot)) markDialog.open(spot.kind);
  else if (!isBox(spot)) fillDialog.open(spot);
}

function goOn() {
  const next = things().find((thing) => !thing.done);
  if (next) next.go();
  else lookAtResult();
}

// After one field the next that is to be typed comes by itself; everything else is left to the button.
function goOnFilling(spot) {
  const list = things();
  const here = list.findIndex((thing) => thing.spots.includes(spot));
  const next = list
    .slice(here + 1)
    .find(
      (thing) => !thing.done && thing.spots.length > 0 && isTyped(thing.spots[0]) && !isBox(thing.spots[0]),
    );
  if (next) next.go();
  else find("next").focus();
}

// Spots on the pages ----------------------------------------------------------

function placeSpot(spot) {
  const view = viewOf(spot);
  const itself = !isMark(spot) && !isTyped(spot);
  const element = document.createElement(itself ? "div" : "button");
  element.className = itself ? "spot by-itself" : "spot";
  if (!itself) {
    element.type = "button";
    element.addEventListener("click", () => (isBox(spot) ? cross(spot) : goToSpot(spot)));
  }
  if (isBox(spot)) element.setAttribute("role", spot.kind === "tick" ? "checkbox" : "radio");
  layOut(element, boxOf(spot, view.viewport));
  view.overlay.append(element);
  elements.set(spot, element);
}

// A box takes effect at once; one of several lets the others go.
function cross(spot) {
  const crossed =
    spot.kind === "tick"
      ? answers.told.values[spot.slot] === "yes"
      : answers.told.values[spot.slot] === spot.option;
  const text = spot.kind === "tick" ? (crossed ? "no" : "yes") : crossed && !spot.required ? "" : spot.option;
  answers.type(spot.slot, text).catch((problem) => {
    find("says").textContent = problem.message;
  });
}

function showSpot(spot, element) {
  element.hidden = !shown(spot);
  if (element.hidden) return;
  if (isBox(spot)) showBox(spot, element);
  else if (isMark(spot)) showMarkSpot(spot, element);
  else
    {showText(
      spot,
      element,
      BY_ITSELF[spot.kind]
        ? BY_ITSELF[spot.kind](spot)
        : answers.told.texts[spot.slot] || answers.told.values[spot.slot] || "",
    );}
}

function showBox(spot, element) {
  const crossed = answers.told.values[spot.slot] === (spot.kind === "tick" ? "yes" : spot.option);
  element.setAttribute("aria-checked", String(crossed));
  element.setAttribute("aria-label", [spot.title, spot.option].filter(Boolean).join(": "));
  element.textContent = crossed ? "✕" : "";
  element.classList.toggle("filled", crossed);
  element.style.fontSize = `${element.clientHeight * 0.8}px`;
}

function showMarkSpot(spot, element) {
  const word = spot.kind === "initials" ? "initials" : "signature";
  element.classList.toggle("filled", Boolean(marks[spot.kind]));
  if (!marks[spot.kind]) {
    element.textContent = element.clientWidth < 170 ? `Your ${word}` : `Your ${word} goes here`;
    element.removeAttribute("aria-label");
    return;
  }
  element.setAttribute("aria-label", `${marks[spot.kind].typed || ""} Your ${word}; choose to change`.trim());
  showMark(element, marks[spot.kind]);
}

function showText(spot, element, text) {
  const lines = spot.control.name === "lines";
  element.style.fontSize = `${lines ? 12 : Math.min(element.clientHeight * 0.66, 13)}px`;
  element.classList.toggle("filled", text !== "");
  element.classList.toggle("lines", lines);
  element.textContent = text || (isTyped(spot) ? spot.title : "");
  if (isTyped(spot))
    {element.setAttribute("aria-label", text ? `${spot.title}: ${text}; choose to change` : spot.title);}
}

function showAll() {
  elements.forEach((element, spot) => showSpot(spot, element));
  showThings();
}

// Signing ---------------------------------------------------------------------

// What the server is told when the party acts, or looks at what that will be.
const doing = (place = null) => ({
  seen: Object.fromEntries(papers.map((paper) => [paper.position, paper.sha256])),
  mark: marks.signature || null,
  initials: marks.initials || null,
  typed: answers.typed,
  pages: Object.fromEntries(papers.map((paper) => [paper.position, paper.seen.size])),
  place,
});

// The pages on which something of the party stands, as they will be.
async function lookAtResult() {
  const result = find("result");
  find("confirm-says").textContent = "";
  document.getElementById("confirm").showModal();
  result.replaceChildren(make("p", { className: "faded", textContent: "The result is being made …" }));
  try {
    await answers.last;
    const looked = papers.filter(
      (paper) => paper.sign && spots.some((spot) => spot.document === paper.position && shown(spot)),
    );
    const made = await Promise.all(
      looked.map(async (paper) => [
        paper,
        await openDocument(await (await asking.postRaw(`look/${paper.position}`, doing())).arrayBuffer()),
      ]),
    );
    const width = result.clientWidth - 20;
    result.replaceChildren();
    for (const [paper, pdf] of made) {
      const own = spots.filter((spot) => spot.document === paper.position && shown(spot));
      const views = await showPages(pdf, result, { width, only: [...new Set(own.map((spot) => spot.page))] });
      if (paper === looked[0])
        {result.scrollTop = views[0].element.offsetTop + boxOf(own[0], views[0].viewport)[1] - 40;}
    }
    result.dataset.ready = "true";
  } catch (problem) {
    result.replaceChildren();
    find("confirm-says").textContent = problem.message;
  }
}

// Asked for only where the rules want it; to refuse is an answer too.
function whereabouts() {
  if (root.dataset.place === "no") return Promise.resolve(null);
  return new Promise((resolve) => {
    navigator.geolocation.getCurrentPosition(
      ({ coords }) =>
        resolve({ latitude: coords.latitude, longitude: coords.longitude, accuracy: coords.accuracy }),
      () => resolve({ refused: true }),
      { timeout: 20000 },
    );
  });
}

async function sign() {
  const button = find("sign");
  const label = button.textContent;
  button.disabled = true;
  button.textContent = "One moment …";
  try {
    await answers.last;
    const place = await whereabouts();
    if (cardDialog) {
      await prepareForCard(place);
      return;
    }
    await asking.post("act", doing(place));
    location.href = root.dataset.base;
  } catch (problem) {
    find("confirm-says").textContent = problem.message;
  } finally {
    button.disabled = false;
    button.textContent = label;
  }
}

// What the card has to sign is made ready; then the card is asked, with its PIN.
let digests = {};
async function prepareForCard(place) {
  digests = (await asking.post("act/prepare", doing(place))).digests;
  document.getElementById("confirm").close();
  await cardDialog.open(root.dataset.cardSha);
}

async function signByCard(card, pin) {
  const signatures = {};
  for (const [position, digest] of Object.entries(digests)) {
    signatures[position] = await reader.sign(card, pin, digest).catch((failure) => {
      if (failure.pin) asking.post("prove/card/pin");
      throw failure;
    });
  }
  await asking.post("act/card", { signatures });
  location.href = root.dataset.base;
}

// Leaving and coming back -----------------------------------------------------

function takeMark(kind, mark) {
  marks[kind] = mark;
  showAll();
  find("next").focus();
  asking.post("draft", { marks: { [kind]: mark } }).catch((problem) => {
    find("says").textContent = problem.message;
  });
}

let later = null;
function keepSeen() {
  clearTimeout(later);
  later = setTimeout(
    () =>
      asking
        .post("draft", {
          seen: Object.fromEntries(
            papers.filter((paper) => paper.sha256).map((paper) => [paper.sha256, [...paper.seen]]),
          ),
        })
        .catch(() => {}),
    800,
  );
}

function showFingerprints() {
  const lines = papers.map((paper) => {
    const line = document.createElement("span");
    const hash = document.createElement("span");
    hash.className = "hash";
    hash.title = grouped(paper.sha256);
    hash.textContent = `${grouped(paper.sha256.slice(0, 24))} …`;
    line.append(papers.length === 1 ? "The document’s fingerprint is " : `${paper.title}: `, hash, " ");
    return line;
  });
  find("fingerprints").replaceChildren(...lines);
}

async function showPaper(paper, container) {
  const bytes = await fetchBytes(`${root.dataset.base}/documents/${paper.position}`);
  paper.sha256 = hex(await crypto.subtle.digest("SHA-256", bytes));
  paper.seen = new Set(draft.seen[paper.sha256] || []);
  const pdf = await openDocument(bytes);
  if (papers.length > 1) {
    const heading = document.createElement("h2");
    heading.className = "paper-title";
    heading.textContent = paper.sign ? paper.title : `Enclosed: ${paper.title}`;
    container.append(heading);
  }
  paper.views = await showPages(pdf, container, {
    width: pages.width,
    text: true,
    onSeen: (number) => {
      paper.seen.add(number);
      showThings();
      keepSeen();
    },
  });
}

async function start() {
  const container = find("sheets");
  for (const paper of papers) await showPaper(paper, container);
  find("loading").remove();
  showFingerprints();
  spots.forEach(placeSpot);
  showAll();
  pages.watch();
  root.dataset.ready = "true";
}

// On a narrow screen the slip shows its list on request.
find("list").addEventListener("click", () => {
  const open = root.querySelector(".slip").classList.toggle("listed");
  find("list").setAttribute("aria-expanded", String(open));
  find("list").textContent = open ? "Hide the list" : "Show the list";
});
find("todo").addEventListener("click", () => {
  if (root.querySelector(".slip").classList.contains("listed")) find("list").click();
});
find("next").addEventListener("click", goOn);
find("sign").addEventListener("click", sign);
start().catch((problem) => {
  find("says").textContent = problem.message;
});
