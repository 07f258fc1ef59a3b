// Adding, doubling, copying and removing fields.

import { touches, withinPage } from "../../lib/geometry.js";
import { labelOf } from "../../lib/labels.js";
import { again, freshKey, plainKey, suffixFor } from "./names.js";

const SET_GAP = 12; // points beneath what lies there already

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

  // All fields of a set as one, in the middle of the page that is looked at. Names of a set that is there already count
  // on together: street_2 beside town_2.
  addSet({ fields }) {
    const { bench } = this;
    const { at } = bench.pages;
    const [width, height] = bench.pages.size(at);
    const [wide, tall] = [
      Math.max(...fields.map((one) => one.x + one.width)),
      Math.max(...fields.map((one) => one.y + one.height)),
    ];
    const left = Math.max((width - wide) / 2, 0);
    const top = this.freeTop({ ...at, x: left, y: (height - tall) / 2, width: wide, height: tall });
    const suffix = suffixFor(
      fields.map((one) => one.key),
      bench.fields,
    );
    bench.pages.goTo(at);
    this.add(
      fields.map((one) => ({
        ...one,
        ...at,
        party: bench.party,
        key: one.key + suffix,
        x: left + one.x,
        y: top - one.y - one.height,
      })),
    );
  }

  // The upper edge of box, or lower on its page where fields lie there; as it is where there is no room.
  freeTop(box) {
    const lies = (one) => one.document === box.document && one.page === box.page && touches(one, box);
    const under = this.bench.fields.filter(lies);
    const lowest = Math.min(...under.map((one) => one.y));
    if (under.length === 0 || lowest - SET_GAP - box.height < 0) return box.y + box.height;
    return this.freeTop({ ...box, y: lowest - SET_GAP - box.height });
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
