// Adding, doubling, copying and removing fields.

import { withinPage } from "../../lib/geometry.js";
import { labelOf } from "../../lib/labels.js";
import { again, freshKey, plainKey } from "./names.js";

const boxOf = ({ x, y, width, height }) => ({ x, y, width, height });

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
    const settings = bench.kinds[values.kind].wanted ? { required: true } : {};
    const key = values.key ?? freshKey(bench, values.kind, values.party, values.settings?.label);
    const taken = key && values.kind !== "one_of" && bench.fields.some((one) => one.key === key);
    const named = {
      settings,
      ...values,
      key: taken ? freshKey(bench, values.kind, values.party, values.settings?.label) : key,
      id: bench.next,
    };
    const field = withinPage(named, bench.pages.size(values));
    bench.next += 1;
    bench.fields.push(field);
    bench.draw(field);
    bench.joins = field.kind === "one_of" ? field : null;
    return field.id;
  }

  // One that is put where somebody pointed: what the page has there says how wide it is and what it is called.
  async put(values) {
    const { bench } = this;
    const place = bench.proposals?.at(values);
    const box = place && !bench.kinds[values.kind].box ? boxOf(place) : {};
    this.add([{ ...values, ...box, ...(place?.settings?.label ? { settings: place.settings } : {}) }]);
    const [id] = bench.chosenIds;
    if (place?.settings?.label) return;
    const { items } = await bench.view(values).page.getTextContent();
    const label = labelOf(items, values);
    const field = bench.field(id);
    if (!label || !field || field.settings.label) return;
    const key = plainKey(field) ? freshKey(bench, field.kind, field.party, label) : field.key;
    bench.settle({ ...field, key, settings: { ...field.settings, label } });
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
