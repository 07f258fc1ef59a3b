// The signing room: read, be led from spot to spot, make a signature, sign.

import SignaturePad from "/vendor/signature_pad/signature_pad.min.js";
import { boxOf, fetchBytes, layOut, openDocument, showPages } from "./pdf_pages.js";

const root = document.querySelector("[data-room]");
const find = (name) => root.querySelector(`[data-${name}]`);
const spots = JSON.parse(root.dataset.spots);
const SVG = "http://www.w3.org/2000/svg";

const state = { views: [], seen: new Set(), pages: 0, mark: null, sha256: null, elements: [] };

const hex = (buffer) => [...new Uint8Array(buffer)].map((byte) => byte.toString(16).padStart(2, "0")).join("");
const grouped = (text) => text.match(/.{1,4}/g).join(" ");

// What is left ---------------------------------------------------------------------------------------------------------------

const byParty = (spot) => spot.kind === "signature";

// The list of things to do, in order: [{text, detail, done, go}].
function things() {
  const read = {
    text: "Read the document", done: state.seen.size === state.pages && state.pages > 0,
    detail: state.pages === 1 ? "1 page" : `${state.seen.size} of ${state.pages} pages seen`, go: () => goToPage(nextUnseen()),
  };
  const marks = spots.map((spot, index) => ({ spot, index })).filter(({ spot }) => byParty(spot)).map(({ spot, index }) => ({
    text: `${spot.label}, page ${spot.page}`, done: state.mark !== null, detail: state.mark ? "made; choose it to change it" : "type it or draw it", go: () => goToSpot(index),
  }));
  return [read, ...marks];
}

const nextUnseen = () => state.views.find((view) => !state.seen.has(view.number))?.number || 1;

function showThings() {
  const list = things();
  const left = list.filter((thing) => !thing.done).length;
  const next = list.find((thing) => !thing.done);
  find("count").textContent = left === 0 ? "Everything is done" : `${list.length} ${list.length === 1 ? "thing" : "things"}, ${left} left`;
  find("todo").replaceChildren(...list.map((thing) => thingItem(thing, thing === next)));
  const button = find("next");
  button.disabled = state.pages === 0;
  button.textContent = left === 0 ? root.dataset.do : "Take me to the next place";
  state.elements.forEach((element, index) => element.classList.toggle("next", Boolean(next) && byParty(spots[index]) && !state.mark && next !== list[0]));
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

function goToPage(number) {
  state.views[number - 1].element.scrollIntoView({ behavior: calm(), block: "start" });
}

function goToSpot(index) {
  state.elements[index].scrollIntoView({ behavior: calm(), block: "center" });
  state.elements[index].focus({ preventScroll: true });
  openMark();
}

function goOn() {
  const next = things().find((thing) => !thing.done);
  if (next) next.go();
  else document.getElementById("confirm").showModal();
}

// Spots on the pages -----------------------------------------------------------------------------------------------------------

function placeSpot(spot) {
  const view = state.views[spot.page - 1];
  const element = document.createElement(byParty(spot) ? "button" : "div");
  element.className = byParty(spot) ? "spot" : "spot by-itself";
  if (byParty(spot)) {
    element.type = "button";
    element.addEventListener("click", openMark);
  }
  layOut(element, boxOf(spot, view.viewport));
  view.overlay.append(element);
  return element;
}

function showSpot(spot, element) {
  if (!byParty(spot)) element.style.fontSize = `${Math.min(element.clientHeight * 0.66, 13)}px`;
  if (spot.kind === "full_name") element.textContent = root.dataset.name;
  else if (spot.kind === "acting_date") element.textContent = root.dataset.day;
  else if (!state.mark) element.textContent = element.clientWidth < 170 ? "Your signature" : "Your signature goes here";
  else showMark(element);
}

function showMark(element) {
  element.classList.add("filled");
  element.setAttribute("aria-label", "Your signature; choose to change it");
  if (state.mark.typed) {
    const written = document.createElement("span");
    written.className = "written";
    written.textContent = state.mark.typed;
    element.replaceChildren(written);
    const room = element.clientWidth - 12;
    const size = element.clientHeight * 0.72;
    written.style.fontSize = `${size}px`;
    if (written.offsetWidth > room) written.style.fontSize = `${size * room / written.offsetWidth}px`;
  } else element.replaceChildren(drawing(state.mark));
}

// The strokes as a picture; the server draws the same strokes into the document.
function drawing(mark) {
  const picture = document.createElementNS(SVG, "svg");
  picture.setAttribute("class", "drawn");
  picture.setAttribute("viewBox", `0 0 ${mark.width} ${mark.height}`);
  mark.strokes.forEach((points) => {
    const line = document.createElementNS(SVG, "polyline");
    line.setAttribute("points", points.map((point) => point.join(",")).join(" "));
    line.setAttribute("fill", "none");
    line.setAttribute("stroke", "#1D2B2F");
    line.setAttribute("stroke-width", String(mark.height / 40));
    line.setAttribute("stroke-linecap", "round");
    picture.append(line);
  });
  return picture;
}

// Making the signature -----------------------------------------------------------------------------------------------------------

const dialog = find("mark-dialog");
const typed = dialog.querySelector("#typed");
const canvas = find("pad");
let pad = null;
let way = "type";

function openMark() {
  dialog.showModal();
  find("mark-says").textContent = "";
  showWay(way);
}

function showWay(name) {
  way = name;
  dialog.querySelectorAll("[data-way]").forEach((tab) => tab.setAttribute("aria-selected", String(tab.dataset.way === name)));
  dialog.querySelector("#way-type").hidden = name !== "type";
  dialog.querySelector("#way-draw").hidden = name !== "draw";
  if (name === "draw" && !pad) {
    canvas.width = canvas.clientWidth;
    canvas.height = canvas.clientHeight;
    pad = new SignaturePad(canvas, { penColor: "#1D2B2F", minWidth: 1.2, maxWidth: 2.4 });
  }
}

const showTyped = () => { find("typed-look").textContent = typed.value; };

// The least box that holds all strokes, a little wider: the signature fills its spot.
function drawn(data) {
  const strokes = data.map((stroke) => stroke.points.map((point) => [point.x, point.y]));
  const all = strokes.flat();
  const [left, top] = [0, 1].map((axis) => Math.min(...all.map((point) => point[axis])) - 4);
  const [right, bottom] = [0, 1].map((axis) => Math.max(...all.map((point) => point[axis])) + 4);
  const tenth = (number) => Math.round(number * 10) / 10;
  return {
    strokes: strokes.map((points) => points.map(([x, y]) => [tenth(x - left), tenth(y - top)])),
    width: Math.max(tenth(right - left), 10), height: Math.max(tenth(bottom - top), 10),
  };
}

function takeMark() {
  const name = typed.value.trim();
  if (way === "type" && name === "") return sayInDialog("Type your name first, or draw your signature.");
  if (way === "draw" && (!pad || pad.isEmpty())) return sayInDialog("Draw your signature first, or type it.");
  state.mark = way === "type" ? { typed: name } : drawn(pad.toData());
  dialog.close();
  spots.forEach((spot, index) => showSpot(spot, state.elements[index]));
  showThings();
  find("next").focus();
  return undefined;
}

const sayInDialog = (text) => { find("mark-says").textContent = text; };

// Signing --------------------------------------------------------------------------------------------------------------------------

async function sign() {
  const button = find("sign");
  button.disabled = true;
  button.textContent = "One moment …";
  try {
    const answer = await fetch(root.dataset.act, {
      method: "POST", headers: { "content-type": "application/json", accept: "application/json", "x-csrf-token": root.dataset.csrf },
      body: JSON.stringify({ sha256: state.sha256, mark: state.mark }),
    });
    const body = await answer.json();
    if (!answer.ok) throw new Error(body.problem);
    location.href = root.dataset.done;
  } catch (problem) {
    document.getElementById("confirm").close();
    find("says").textContent = problem.message;
    button.disabled = false;
    button.textContent = root.dataset.do;
  }
}

async function start() {
  const bytes = await fetchBytes(root.dataset.document);
  state.sha256 = hex(await crypto.subtle.digest("SHA-256", bytes));
  find("fingerprint").textContent = `${grouped(state.sha256.slice(0, 24))} …`;
  find("fingerprint").title = grouped(state.sha256);
  const pdf = await openDocument(bytes);
  find("loading").remove();
  state.pages = pdf.numPages;
  const container = find("pages");
  const space = container.clientWidth - (innerWidth < 900 ? 4 : 40);
  state.views = await showPages(pdf, container, { width: Math.min(space, 780), text: true, onSeen: (number) => { state.seen.add(number); showThings(); } });
  state.elements = spots.map(placeSpot);
  spots.forEach((spot, index) => showSpot(spot, state.elements[index]));
  showThings();
  root.dataset.ready = "true";
}

find("next").addEventListener("click", goOn);
find("sign").addEventListener("click", sign);
find("take").addEventListener("click", takeMark);
find("clear").addEventListener("click", () => pad?.clear());
typed.addEventListener("input", showTyped);
dialog.querySelectorAll("[data-way]").forEach((tab) => tab.addEventListener("click", () => showWay(tab.dataset.way)));
showTyped();
start().catch((problem) => { find("says").textContent = problem.message; });
