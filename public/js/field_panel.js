// What is chosen: its settings, whose it is, its place; or for several, what can be done with all of them.

import { button, make } from "./dom.js";

const SHORT = ["unit", "decimals", "least", "most"];
const LONG = ["help", "formula", "shown_when", "options"];

export class FieldPanel {
  // root: the workbench; kinds: {id: kind}; on: {change(field), party(letter)}; problems(field): sentences
  // about it.
  constructor(root, kinds, on) {
    this.root = root;
    this.kinds = kinds;
    this.on = on;
    this.words = JSON.parse(root.dataset.settings);
    this.particulars = JSON.parse(root.dataset.particulars);
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
    this.part("chosen-title").textContent = one ? this.kinds[field.kind].label : `${fields.length} fields`;
    this.part("chosen-text").textContent = one
      ? this.kinds[field.kind].hint
      : "What you do is done with all of them.";
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
    const select = make(
      "select",
      {},
      ...Object.values(this.kinds).map((kind) =>
        make("option", { value: kind.id, textContent: kind.label, selected: kind.id === field.kind }),
      ),
    );
    select.addEventListener("change", () => this.on.kind(field.id, select.value));
    return this.labelled("Kind", select);
  }

  keyControl(field) {
    const input = make("input", {
      value: field.key || "",
      spellcheck: false,
      maxLength: 40,
      className: "mono",
    });
    input.addEventListener("input", () => this.on.change(field.id, { key: input.value.trim() }));
    return this.labelled("Name in formulas", input);
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
    if (name === "required") return make("input", { type: "checkbox", checked: value === true });
    if (name === "particular")
      {return this.select(
        [["", "None"], ...(this.particulars[field.document] || []).map((one) => [one.name, one.label])],
        value,
      );}
    if (name === "rounding")
      {return this.select(Object.entries(this.words.rounding.options), value || "half_up");}
    if (name === "default" && field.kind === "tick")
      {return this.select(
        [
          ["", "Empty"],
          ["yes", "Crossed"],
        ],
        value,
      );}
    if (LONG.includes(name))
      {return make("textarea", {
        rows: 2,
        value: name === "options" ? (value || []).join("\n") : value || "",
        spellcheck: name === "help",
        className: ["formula", "shown_when"].includes(name) ? "mono" : "",
      });}
    return make("input", {
      value: value ?? "",
      type: name === "default" && field.kind === "date" ? "date" : "text",
    });
  }

  select(options, value) {
    return make(
      "select",
      {},
      ...options.map(([id, text]) =>
        make("option", { value: id, textContent: text, selected: id === (value || "") }),
      ),
    );
  }

  valueOf(name, input) {
    if (name === "required") return input.checked;
    if (name === "options")
      {return input.value
        .split("\n")
        .map((line) => line.trim())
        .filter(Boolean);}
    return input.value;
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

// Buttons for the parties; picture(letter): their letter as SVG.
export function whoseButtons(place, parties, current, picture, onPick) {
  place.replaceChildren(
    ...parties.map((party) => {
      const name = party.name || `Party ${party.letter}`;
      const one = button("", () => onPick(party.letter), {
        title: name,
        aria: { pressed: String(party.letter === current) },
      });
      one.append(picture(party.letter), make("span", { className: "who", textContent: name }));
      return one;
    }),
  );
}

// Buttons for the kinds, that can be dragged onto a page too; onDrag(event, kind) begins that.
export function kindButtons(place, kinds, onPick, onDrag = null) {
  place.replaceChildren(
    ...Object.values(kinds).map((kind) => {
      const one = button(kind.label, () => onPick(kind.id), { title: kind.hint });
      if (onDrag) one.addEventListener("pointerdown", (event) => onDrag(event, kind.id));
      return one;
    }),
  );
}
