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

  paste() {
    const { bench } = this;
    const kept = JSON.parse(localStorage.getItem(KEPT) || "[]").filter((field) => bench.kinds[field.kind]);
    if (kept.length === 0) return;
    const first = Math.min(...kept.map((field) => field.page));
    kept
      .map((field) => this.here(field, first))
      .filter((field) => bench.view(field))
      .forEach((field) => this.adding.add([field]));
  }

  // A field that was copied, on the document that is looked at.
  here(field, first) {
    const { bench } = this;
    const known = bench.parties.map((party) => party.letter);
    const taken = new Set(bench.fields.map((one) => one.key));
    const party = known.includes(field.party) ? field.party : known[0];
    const place = {
      document: bench.pages.at.document,
      page: bench.pages.at.page + field.page - first,
      x: field.x,
      y: field.y,
    };
    return {
      ...field,
      ...this.beside(place),
      party,
      key: field.key && field.kind !== "one_of" ? countedOn(field.key, taken) : field.key,
    };
  }

  // A place where no field lies yet: down and to the right of those that do.
  beside(place) {
    const lies = (one) => ["document", "page", "x", "y"].every((side) => one[side] === place[side]);
    if (!this.bench.fields.some(lies)) return place;
    return this.beside({ ...place, x: place.x + BESIDE, y: place.y - BESIDE });
  }
}
