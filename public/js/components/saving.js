// Saves a moment after the last change, one request after the other, and before the page is left.

import { say } from "../lib/words.js";

const PAUSE = 500;

export class Saving {
  // send(): saves and returns a promise; say(text): tells how it stands.
  constructor(send, say) {
    this.send = send;
    this.say = say;
    this.timer = null;
    this.running = Promise.resolve();
  }

  soon() {
    this.say(say("saving.not_yet"));
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.now(), PAUSE);
  }

  now() {
    clearTimeout(this.timer);
    this.timer = null;
    this.running = this.running.then(async () => {
      try {
        await this.send();
        if (!this.timer) this.say(say("saving.saved")); // otherwise more has changed meanwhile
      } catch (problem) {
        this.say(say("saving.failed", { problem: problem.message }));
      }
    });
    return this.running;
  }

  // For a link that leads away: waits for what is not saved yet.
  async leave(event) {
    if (!this.timer || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    const { href } = event.currentTarget;
    await this.now();
    location.href = href;
  }
}
