// Adding, doubling, copying and removing fields.

import { withinPage } from "../../lib/geometry.js";
import { again, freshKey } from "./names.js";
import { say } from "../../lib/words.js";

const KEPT = "just-seal-copied-fields";

export class Adding {
  constructor(bench) {
    this.bench = bench;
  }

  add(list, { focus = true } = {}) {
    const { bench } = this;
    bench.steps.remember(bench.fields);
    const added = list.map((values) => this.one(values));
    bench.choose(added, { focus });
    bench.onChange();
  }

  // Returns its id.
  one(values) {
    const { bench } = this;
    const named = { settings: {}, key: freshKey(bench, values.kind, values.party), ...values, id: bench.next };
    const field = withinPage(named, bench.pages.size(values));
    bench.next += 1;
    bench.fields.push(field);
    bench.draw(field);
    bench.joins = field.kind === "one_of" ? field : null;
    return field.id;
  }

  // A field of kind with its middle line at y.
  fresh(kind, at, x, y) {
    const { width, height } = this.bench.kinds[kind];
    return { kind, ...at, party: this.bench.party, x, y: y - height / 2, width, height };
  }

  remove(ids) {
    const { bench } = this;
    bench.steps.remember(bench.fields);
    ids.forEach((id) => bench.element(id)?.remove());
    bench.fields = bench.fields.filter((field) => !ids.includes(field.id));
    bench.choose([]);
    bench.onChange();
  }

  double() {
    this.bench.chosen.forEach((field) =>
      this.add([again(this.bench, field, { y: field.y - field.height - 6 })]),
    );
  }

  copyTo(pages) {
    const from = this.bench.chosen;
    from.forEach((field) =>
      pages
        .filter((page) => page !== field.page)
        .forEach((page) => this.add([again(this.bench, field, { page })], { focus: false })),
    );
    this.bench.choose(from.map((field) => field.id));
  }

  copyToAll() {
    const views = this.bench.pages.ofPaper(this.bench.chosen[0].document);
    this.copyTo(views.map((view) => view.number));
  }

  // Copying keeps fields over all dockets of this browser; pasting gives those of parties that are not here to
  // the first one.
  copy() {
    const fields = this.bench.chosen.map(({ id, name, document, ...rest }) => rest);
    if (fields.length > 0) localStorage.setItem(KEPT, JSON.stringify(fields));
    this.bench.find("save-state").textContent = say("placement.copied", { count: fields.length });
  }

  paste() {
    const { bench } = this;
    const kept = JSON.parse(localStorage.getItem(KEPT) || "[]").filter((field) => bench.kinds[field.kind]);
    if (kept.length === 0) return;
    const first = Math.min(...kept.map((field) => field.page));
    kept
      .map((field) => this.here(field, first))
      .filter((field) => bench.view(field))
      .forEach((field) => this.add([field]));
  }

  // A field that was copied, on the document that is looked at.
  here(field, first) {
    const { bench } = this;
    const known = bench.parties.map((party) => party.letter);
    const taken = new Set(bench.fields.map((one) => one.key));
    return {
      ...field,
      document: bench.pages.at.document,
      page: bench.pages.at.page + field.page - first,
      party: known.includes(field.party) ? field.party : known[0],
      key: taken.has(field.key) ? freshKey(bench, field.kind, field.party) : field.key,
    };
  }

  // Takes a state over that was before, or after.
  goTo(fields) {
    if (!fields) return;
    const { bench } = this;
    bench.root.querySelectorAll(".overlay .spot").forEach((element) => element.remove());
    bench.fields = fields;
    bench.chosenIds = [];
    fields.forEach((field) => bench.draw(field));
    bench.showChosen();
    bench.onChange();
  }
}
