// Saves a moment after the last change, one request after the other, and before the page is left, by whatever way.

import { say } from "../lib/words.js";

const PAUSE = 500;

export class Saving {
  // send({keepalive}): saves and returns a promise, where asked so by a request that outlives the page;
  // say(text): tells how it stands.
  constructor(send, say) {
    this.send = send;
    this.say = say;
    this.timer = null;
    this.busy = false;
    this.running = Promise.resolve();
    addEventListener("beforeunload", (event) => this.unload(event));
  }

  soon() {
    this.say(say("saving.not_yet"));
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.now(), PAUSE);
  }

  // What is not saved yet goes with something else.
  stop() {
    clearTimeout(this.timer);
    this.timer = null;
  }

  now(how = {}) {
    this.stop();
    this.running = this.running.then(async () => {
      this.busy = true;
      try {
        await this.send(how);
        if (!this.timer) this.say(say("saving.saved")); // otherwise more has changed meanwhile
      } catch (problem) {
        this.say(say("saving.failed", { problem: problem.message }));
      }
      this.busy = false;
    });
    return this.running;
  }

  // What was typed last goes out while the page is closed; behind a request that is still under way it can't, and
  // whoever leaves is asked to stay for that moment.
  unload(event) {
    if (!this.timer) return;
    if (this.busy) event.preventDefault();
    this.now({ keepalive: true });
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
