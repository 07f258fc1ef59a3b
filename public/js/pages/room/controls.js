// The control that the kind of a field wants, in a dialog or on the page itself.

import { say } from "../../lib/words.js";

const MOST_OPTIONS = 30; // beyond, one types the beginning

let lists = 0;

function element(name, values, ...children) {
  const made = Object.assign(document.createElement(name), values);
  made.append(...children);
  return made;
}

const option = (text, chosen) =>
  element("option", { value: text, textContent: text || say("room.nothing_chosen"), selected: text === chosen });

// One of many: an input that offers what begins with what is typed. Returns [input, its list].
function ofMany(spot, text) {
  lists += 1;
  const list = element("datalist", { id: `options-${lists}` });
  list.append(...spot.options.map((one) => element("option", { value: one })));
  const input = element("input", { value: text, autocomplete: "off" });
  input.setAttribute("list", list.id);
  return [input, list];
}

function line(spot, text) {
  const { name, ...attributes } = spot.control;
  const input = element("input", { value: text, autocomplete: "off", placeholder: spot.example });
  Object.entries(attributes).forEach(([attribute, value]) => input.setAttribute(attribute, value));
  return [input];
}

// Elements, the control first.
export function controlsFor(spot, text) {
  const { name } = spot.control;
  if (name === "file") return [element("input", { type: "file", accept: ".pdf,.png,.jpg,.jpeg" })];
  if (name === "lines") return [element("textarea", { rows: 5, value: text })];
  if (name !== "choice") return line(spot, text);
  if (spot.options.length > MOST_OPTIONS) return ofMany(spot, text);
  return [element("select", {}, ...["", ...spot.options].map((one) => option(one, text)))];
}

// What is written into a mask while it is typed: what stands for itself comes by itself.
export function guided(text, spot, before) {
  if (text.length < before.length) return text; // something is taken out
  if (spot.mask === "iban") return text.replace(/[\s-]/g, "").toUpperCase().match(/.{1,4}/g)?.join(" ") || "";
  if (spot.mask === "number") return text.replace(/[^\d.,\s+-]/g, "");
  if (spot.mask === "time") return text.replace(/^(\d\d)(\d)/, "$1:$2");
  return spot.mask === "own" ? ownForm(text, spot.form) : text;
}

// "12XY" in the form "99-AAA" is "12-XY".
function ownForm(text, form) {
  const typed = [...text];
  let written = "";
  for (const sign of form) {
    if (typed.length === 0) break;
    if ("9A*".includes(sign)) written += typed.shift();
    else {
      if (typed[0] === sign) typed.shift();
      written += sign;
    }
  }
  return written + typed.join("");
}
