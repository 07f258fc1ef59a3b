// What the party has typed, and what the server said follows from it: {shown, values, texts, problems, missing}, each
// by the slot of the field. A value that is refused never takes the place of a good one: it stands where it was typed,
// with what is wrong with it, until something else is typed or it is let go.

import { given } from "../../lib/given.js";

export class RoomAnswers {
  constructor(asking, onTold) {
    this.asking = asking;
    this.typed = given.typed;
    this.told = given.told;
    this.onTold = onTold;
    this.refused = new Map(); // slot => {text, problem}
    this.last = Promise.resolve();
  }

  // One after the other, so that an earlier answer never overtakes a later one.
  type(slot, text) {
    this.last = this.last
      .catch(() => {})
      .then(async () => {
        const before = this.typed[slot];
        const typed = given.rehearsal ? { ...this.typed, [slot]: text } : { [slot]: text };
        const told = await this.asking.post("typed", { typed });
        const problem = told.problems[slot];
        if (problem) this.refused.set(slot, { text, problem });
        else this.refused.delete(slot);
        this.typed[slot] = problem ? before : text;
        this.take(told);
      });
    return this.last;
  }

  // What stood in the field and was refused counts no more.
  forget(slot) {
    if (!this.refused.delete(slot)) return;
    this.onTold();
  }

  async bring(slot, file) {
    const form = new FormData();
    form.append("slot", slot);
    form.append("file", file);
    this.take(await (await this.asking.send("files", form)).json());
  }

  take(told) {
    this.told = told;
    this.onTold();
  }

  problem(slot) {
    return this.refused.get(slot)?.problem || this.told.problems[slot] || "";
  }

  // What stands in the field of slot, as it was typed.
  text(slot) {
    return this.refused.get(slot)?.text ?? this.typed[slot] ?? "";
  }

  empty(slot) {
    return !this.refused.has(slot) && !this.told.values[slot];
  }

  // Is there nothing left to do for the field of this slot?
  done(spot) {
    return !this.problem(spot.slot) && !this.told.missing.includes(spot.slot);
  }
}
