// Fields are copied and put elsewhere: on another page, document or docket.

import { countedOn } from "./names.js";
import { say } from "../../lib/words.js";

const KEPT = "just-seal-copied-fields";
const BESIDE = 12; // points between a field and what is pasted over it

export class Copying {
  constructor(bench, adding) {
    Object.assign(this, { bench, adding });
  }

  // Copying keeps fields over all dockets of this browser; pasting gives those of parties that are not here to
  // the first one.
  copy() {
    const fields = this.bench.chosen.map(({ id, name, document, ...rest }) => rest);
    if (fields.length > 0) localStorage.setItem(KEPT, JSON.stringify(fields));
    this.bench.find("save-state").textContent = say("placement.copied", { count: fields.length });
  }

  // All of them as one step, and chosen.
  paste() {
    const { bench } = this;
    const kept = JSON.parse(localStorage.getItem(KEPT) || "[]").filter((field) => bench.kinds[field.kind]);
    if (kept.length === 0) return;
    const first = Math.min(...kept.map((field) => field.page));
    const names = this.names(kept);
    const here = kept.map((field) => this.here(field, first, names)).filter((field) => bench.view(field));
    if (here.length > 0) this.adding.add(this.beside(here));
  }

  // {name: the one that counts on}; boxes of "one of several" stay together.
  names(fields) {
    const taken = new Set(this.bench.fields.map((one) => one.key));
    const names = new Map([["", ""]]);
    fields.forEach(({ key }) => {
      if (names.has(key)) return;
      names.set(key, countedOn(key, taken));
      taken.add(names.get(key));
    });
    return names;
  }

  // A field that was copied, on the document that is looked at.
  here(field, first, names) {
    const { bench } = this;
    const known = bench.parties.map((party) => party.letter);
    return {
      ...field,
      document: bench.pages.at.document,
      page: bench.pages.at.page + field.page - first,
      party: known.includes(field.party) ? field.party : known[0],
      key: names.get(field.key || ""),
    };
  }

  // Down and to the right of those that lie in their places.
  beside(fields) {
    const lies = (one) => (other) => ["document", "page", "x", "y"].every((side) => one[side] === other[side]);
    if (!fields.some((one) => this.bench.fields.some(lies(one)))) return fields;
    return this.beside(fields.map((one) => ({ ...one, x: one.x + BESIDE, y: one.y - BESIDE })));
  }
}
