// Sets of fields that the office keeps: each is dropped onto a page as one.

import { button } from "../../lib/dom.js";
import { touches } from "../../lib/geometry.js";
import { given } from "../../lib/given.js";
import { suffixFor } from "./names.js";

const SET_GAP = 12; // points beneath what lies there already

export class FieldSets {
  constructor(bench, adding) {
    Object.assign(this, { bench, adding });
  }

  show() {
    const buttons = given.sets.map((set) => button(set.title, () => this.add(set)));
    this.bench.find("add-sets")?.replaceChildren(...buttons);
  }

  // All fields of a set as one, in the middle of the page that is looked at. Names of a set that is there already count
  // on together: street_2 beside town_2.
  add({ fields }) {
    const { bench } = this;
    const { at } = bench.pages;
    const [width, height] = bench.pages.size(at);
    const [wide, tall] = [
      Math.max(...fields.map((one) => one.x + one.width)),
      Math.max(...fields.map((one) => one.y + one.height)),
    ];
    const left = Math.max((width - wide) / 2, 0);
    const middle = { ...at, x: left, y: (height - tall) / 2, width: wide, height: tall };
    const top = this.freeTop(middle, height);
    const suffix = suffixFor(
      fields.map((one) => one.key),
      bench.fields,
    );
    bench.pages.goTo(at);
    this.adding.add(
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

  // The upper edge of box, or lower on its page where fields lie there, or from the top of the page on; as it is where
  // there is no room. height: of the page.
  freeTop(box, height) {
    const here = this.bench.fields.filter((one) => one.document === box.document && one.page === box.page);
    for (const start of [box.y, height - box.height - SET_GAP]) {
      let y = start;
      while (y >= 0) {
        const under = here.filter((one) => touches(one, { ...box, y }));
        if (under.length === 0) return y + box.height;
        y = Math.min(...under.map((one) => one.y)) - SET_GAP - box.height;
      }
    }
    return box.y + box.height;
  }
}
