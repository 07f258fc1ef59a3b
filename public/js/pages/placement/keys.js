// The keyboard on the fields of a draft.

import { moved, resized } from "../../lib/geometry.js";
import { Copying } from "./copying.js";
import { renameField } from "./renaming.js";

const ARROWS = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

export class PlacementKeys {
  // close(): of what is open over a page.
  constructor(bench, adding, close) {
    Object.assign(this, { bench, adding, close, copying: new Copying(bench, adding) });
    document.addEventListener("keydown", (event) => this.onKey(event));
  }

  get withControl() {
    const { bench, adding, copying } = this;
    return {
      z: (event) =>
        adding.goTo(event.shiftKey ? bench.steps.redo(bench.fields) : bench.steps.undo(bench.fields)),
      y: () => adding.goTo(bench.steps.redo(bench.fields)),
      c: () => copying.copy(),
      v: () => copying.paste(),
      a: () => this.choosePage(),
    };
  }

  choosePage() {
    const { at } = this.bench.pages;
    const here = this.bench.fields.filter((field) => field.document === at.document && field.page === at.page);
    this.bench.choose(
      here.map((field) => field.id),
      { focus: true },
    );
  }

  onKey(event) {
    if (event.key === "Escape") {
      this.close();
      return;
    }
    if (event.target.matches("input, textarea, select")) return;
    if (event.ctrlKey || event.metaKey) this.onControl(event);
    else if (event.target.classList?.contains("spot") && this.onField(event)) event.preventDefault();
  }

  onControl(event) {
    const action = this.withControl[event.key.toLowerCase()];
    if (!action || String(getSelection()) !== "") return;
    event.preventDefault();
    action(event);
  }

  // Was the key one for fields?
  onField(event) {
    const { bench, adding } = this;
    if (ARROWS[event.key]) return this.onArrow(event);
    if (event.key === "Delete" || event.key === "Backspace") {
      adding.remove(bench.chosenIds);
      return true;
    }
    if (event.key === "F2" && bench.chosen.length === 1) {
      renameField(bench, bench.chosen[0].id);
      return true;
    }
    if (event.key === "d") {
      adding.double();
      return true;
    }
    const party = /^[1-9]$/.test(event.key) ? bench.parties[Number(event.key) - 1] : null;
    if (party) bench.give(party.letter);
    return Boolean(party);
  }

  onArrow(event) {
    const { bench } = this;
    const [dx, dy] = ARROWS[event.key].map((one) => one * (event.shiftKey ? 10 : 1));
    const next = (field) =>
      event.altKey ? resized(field, dx, -dy, bench.kinds[field.kind]) : moved(field, dx, dy);
    bench.change(bench.chosen.map(next));
    return true;
  }
}
