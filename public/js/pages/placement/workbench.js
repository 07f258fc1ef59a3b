// The fields of a draft on the pages of its documents: what there is, what is chosen, and how it changes.

import { FieldPanel } from "../../components/field_panel.js";
import { whoseButtons } from "../../components/pick_buttons.js";
import { StepsBack } from "../../components/steps_back.js";
import { DocumentPages } from "../../components/document_pages.js";
import { sized, withinPage } from "../../lib/geometry.js";
import { freshKey } from "./names.js";
import { drawField, placeField } from "./drawing.js";
import { given } from "../../lib/given.js";

export class Workbench {
  // root: the element; onChange(): after each change, so that it is saved; onPages(): the pages have another size.
  constructor(root, onChange, onPages) {
    this.root = root;
    this.parties = given.parties;
    this.kinds = Object.fromEntries(given.kinds.map((kind) => [kind.id, kind]));
    this.papers = given.documents; // [{position, title, file}]
    Object.assign(this, { fields: [], chosenIds: [], before: null, next: 1, points: [], joins: null });
    this.faults = new Map(); // what was not kept: id => sentence
    this.party = this.parties[0]?.letter;
    this.onChange = onChange;
    this.steps = new StepsBack();
    this.pages = new DocumentPages(root, this.papers, {
      zoom: () => {
        this.fields.forEach((field) => this.place(field));
        onPages();
      },
    });
    this.panel = new FieldPanel(root, this.kinds, {
      change: (id, values) => this.change([{ ...this.field(id), ...values }]),
      setting: (id, name, value) => this.setting(id, name, value),
      kind: (id, kind) => this.changeKind(id, kind),
    });
  }

  // Looking things up

  find(name) {
    return this.root.querySelector(`[data-${name}]`);
  }

  view(field) {
    return this.pages.of(field);
  }

  element(id) {
    return this.root.querySelector(`.spot[data-id="${id}"]`);
  }

  field(id) {
    return this.fields.find((field) => field.id === id);
  }

  get chosen() {
    return this.chosenIds.map((id) => this.field(id)).filter(Boolean);
  }

  letter(letter) {
    return this.root.querySelector(`[data-letters] [data-letter="${letter}"] svg`).cloneNode(true);
  }

  problems(field) {
    const told = this.points
      .filter((point) => point.field && point.field[0] === field.document && point.field[1] === field.name)
      .map((point) => point.text);
    return [this.faults.get(field.id), ...told].filter(Boolean);
  }

  title(field) {
    return field.settings?.label || this.kinds[field.kind].label;
  }

  draw(field) {
    drawField(this, field);
  }

  place(field) {
    placeField(this, field);
  }

  // Changing

  // Puts other states of fields in their place; light: while dragging, when only places change.
  change(fields, { light = false } = {}) {
    this.steps.remember(this.fields);
    fields.forEach((next) => this.replace(next, light));
    if (light) this.panel.showPlace(this.chosen);
    else this.showChosen();
    this.onChange();
  }

  replace(next, light) {
    const index = this.fields.findIndex((field) => field.id === next.id);
    const before = this.fields[index];
    this.fields[index] = withinPage(next, this.pages.size(next));
    // somebody has put it where it belongs
    if (before.x !== next.x || before.y !== next.y) this.fields[index].anchor = "";
    if (light) this.place(this.fields[index]);
    else this.draw(this.fields[index]);
  }

  settle(next) {
    this.fields[this.fields.findIndex((field) => field.id === next.id)] = next;
    this.draw(next);
    this.showChosen();
    this.onChange();
  }

  setting(id, name, value) {
    const field = this.field(id);
    this.change([{ ...field, settings: { ...field.settings, [name]: value } }]);
  }

  changeKind(id, kind) {
    const field = this.field(id);
    const { width, height } = field;
    const other = { ...field, kind, key: freshKey(this, kind, field.party) };
    this.change([sized(other, { width, height }, this.kinds[kind])]);
  }

  give(letter) {
    this.change(this.chosen.map((field) => ({ ...field, party: letter })));
  }

  choose(ids, { focus = false } = {}) {
    const before = this.chosenIds;
    if (before.length === 1 && before[0] !== ids[0]) [this.before] = before;
    this.chosenIds = ids;
    [...before, ...ids].forEach((id) => this.element(id)?.classList.toggle("chosen", ids.includes(id)));
    this.showChosen();
    if (focus && ids.length > 0) this.element(ids[ids.length - 1]).focus();
  }

  toggle(id) {
    const ids = this.chosenIds;
    this.choose(ids.includes(id) ? ids.filter((one) => one !== id) : [...ids, id]);
  }

  showChosen() {
    const fields = this.chosen;
    this.panel.show(fields, fields.length === 1 ? this.problems(fields[0]) : []);
    if (fields.length === 0) return;
    const letters = new Set(fields.map((field) => field.party));
    const whose = letters.size === 1 ? fields[0].party : null;
    const picture = (letter) => this.letter(letter);
    whoseButtons(this.find("whose"), this.parties, whose, picture, (letter) => this.give(letter));
    this.find("same-size").disabled = !(fields.length > 1 || this.field(this.before));
  }
}
