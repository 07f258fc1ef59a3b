// Inputs of the settings of a field.

import { make } from "../lib/dom.js";
import { say } from "../lib/words.js";

export const crossedOrNot = () => [
  ["", say("placement.empty")],
  ["yes", say("placement.crossed")],
];

export function select(options, value) {
  const option = ([id, text]) =>
    make("option", { value: id, textContent: text, selected: id === (value || "") });
  return make("select", {}, ...options.map(option));
}

export function lines(name, value) {
  return make("textarea", {
    rows: 2,
    value: name === "options" ? (value || []).join("\n") : value || "",
    spellcheck: name === "help",
    className: ["formula", "shown_when"].includes(name) ? "mono" : "",
  });
}
