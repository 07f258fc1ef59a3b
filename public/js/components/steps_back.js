// Undo and redo over whole states. Changes that follow one another within a moment, as while dragging, are
// one step.

const MOMENT = 400;

export class StepsBack {
  constructor() {
    this.before = [];
    this.after = [];
    this.last = 0;
  }

  // To be called before a change, with the state as it is.
  remember(state) {
    const now = performance.now();
    if (now - this.last > MOMENT) this.before.push(JSON.stringify(state));
    this.last = now;
    this.after = [];
  }

  // The state one step back, or undefined; now: the state as it is.
  undo(now) {
    return this.step(this.before, this.after, now);
  }

  redo(now) {
    return this.step(this.after, this.before, now);
  }

  step(from, to, now) {
    if (from.length === 0) return undefined;
    to.push(JSON.stringify(now));
    this.last = 0;
    return JSON.parse(from.pop());
  }
}
