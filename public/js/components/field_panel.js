// What is chosen: its settings, whose it is, its place; or for several, what can be done with all of them.

import { make } from "../lib/dom.js";
import { crossedOrNot, lines, select } from "./field_inputs.js";
import { given } from "../lib/given.js";
import { say } from "../lib/words.js";

const SHORT = ["unit", "decimals", "least", "most"];
const LONG = ["help", "formula", "shown_when", "options"];

export class FieldPanel {
  // root: the workbench; kinds: {id: kind}; on: {change(field), party(letter)}; problems(field): sentences
  // about it.
  constructor(root, kinds, on) {
    this.root = root;
    this.kinds = kinds;
    this.on = on;
    this.words = given.settings;
    this.particulars = given.particulars;
    this.part = (name) => root.querySelector(`[data-${name}]`);
  }

  // fields: those that are chosen.
  show(fields, problems) {
    this.part("chosen").hidden = fields.length === 0;
    if (fields.length === 0) {
      this.field = null;
      return;
    }
    const [field] = fields;
    const one = fields.length === 1;
    const kind = this.kinds[field.kind];
    this.part("chosen-title").textContent = one ? kind.label : say("placement.fields", { count: fields.length });
    this.part("chosen-text").textContent = one ? kind.hint : say("placement.all_of_them");
    this.part("field-settings").hidden = !one;
    this.part("several").hidden = one;
    this.showPlace(fields);
    this.part("chosen-problems").replaceChildren(
      ...problems.map((text) => make("p", { className: "small bad", textContent: text })),
    );
    if (one && !this.showing(field)) this.showSettings(field);
    this.field = one ? field : null;
    this.kind = field.kind;
  }

  showPlace(fields) {
    const [field] = fields;
    this.part("place").textContent =
      fields.length === 1
        ? `${Math.round(field.x)}, ${Math.round(field.y)}   ${Math.round(field.width)} × ${Math.round(field.height)}`
        : "";
  }

  // Is the form of this field there already? It must not be taken from somebody who types in it.
  showing(field) {
    return (
      this.field?.id === field.id &&
      this.kind === field.kind &&
      this.part("field-settings").contains(document.activeElement)
    );
  }

  showSettings(field) {
    const kind = this.kinds[field.kind];
    const named = kind.filled_by === "party" || field.kind === "computed";
    const controls = [this.kindControl(field)];
    controls.push(...kind.all.map((name) => this.control(name, field)));
    if (named) controls.splice(2, 0, this.keyControl(field));
    this.part("field-settings").replaceChildren(...controls);
  }

  kindControl(field) {
    const all = Object.values(this.kinds).map((kind) => [kind.id, kind.label]);
    const input = select(all, field.kind);
    input.addEventListener("change", () => this.on.kind(field.id, input.value));
    return this.labelled(say("placement.kind"), input);
  }

  keyControl(field) {
    const input = make("input", {
      value: field.key || "",
      spellcheck: false,
      maxLength: 40,
      className: "mono",
    });
    input.addEventListener("input", () => this.on.change(field.id, { key: input.value.trim() }));
    return this.labelled(say("placement.key"), input);
  }

  control(name, field) {
    const { label, help } = this.words[name];
    const value = (field.settings || {})[name];
    const input = this.input(name, value, field);
    const take = () => this.on.setting(field.id, name, this.valueOf(name, input));
    input.addEventListener(
      input.tagName === "SELECT" || input.type === "checkbox" ? "change" : "input",
      take,
    );
    return input.type === "checkbox"
      ? make("label", { className: "tick" }, input, label)
      : this.labelled(label, input, help, SHORT.includes(name) ? "field half" : "field");
  }

  input(name, value, field) {
    const special = {
      required: () => make("input", { type: "checkbox", checked: value === true }),
      particular: () => select([["", say("placement.none")], ...this.particularsOf(field)], value),
      mask: () => select(Object.entries(this.words.mask.options), value || ""),
      rounding: () => select(Object.entries(this.words.rounding.options), value || "half_up"),
    }[name];
    if (special) return special();
    if (name === "default" && field.kind === "tick") return select(crossedOrNot(), value);
    if (LONG.includes(name)) return lines(name, value);
    return make("input", {
      value: value ?? "",
      type: name === "default" && field.kind === "date" ? "date" : "text",
    });
  }

  particularsOf(field) {
    return (this.particulars[field.document] || []).map((one) => [one.name, one.label]);
  }

  valueOf(name, input) {
    if (name === "required") return input.checked;
    if (name !== "options") return input.value;
    const all = input.value.split("\n").map((line) => line.trim());
    return all.filter(Boolean);
  }

  labelled(label, input, help, className = "field") {
    input.id = `setting-${label.toLowerCase().replace(/[^a-z]+/g, "-")}`;
    const parts = [make("label", { htmlFor: input.id, textContent: label }), input];
    if (help) {
      parts.push(make("div", { className: "help", id: `${input.id}-help`, textContent: help }));
      input.setAttribute("aria-describedby", `${input.id}-help`);
    }
    return make("div", { className }, ...parts);
  }
}
