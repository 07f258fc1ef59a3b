// What was typed into a form that could not be saved, since somebody else or another tab was faster: it is kept in this
// tab, and offered once the form is loaded anew.

import { button, make } from "../lib/dom.js";
import { say } from "../lib/words.js";

const LOOK = { className: "btn btn-outline-primary btn-sm" };
const plain = (form, without) =>
  [...new FormData(form)].filter(([name, value]) => typeof value === "string" && !without.includes(name));

export class TypedBefore {
  // form; secrets: selector of what is never kept; notice: where it is said; onTaken(): something was taken over.
  constructor(form, { secrets, notice, onTaken }) {
    Object.assign(this, { form, secrets, notice, onTaken });
    this.key = `just-seal-typed-${form.action}`;
    this.loaded = new Map(this.values());
    const kept = JSON.parse(sessionStorage.getItem(this.key) || "[]");
    if (kept.length > 0) this.offer(kept);
  }

  values() {
    const secret = [...this.form.querySelectorAll(this.secrets)].map(({ name }) => name);
    return plain(this.form, [...secret, "_csrf", "edits", "then"]);
  }

  // Keeps what is not as it was loaded, and leads to loading it anew.
  keep() {
    const changed = this.values().filter(([name, value]) => this.loaded.get(name) !== value);
    if (changed.length === 0) return;
    sessionStorage.setItem(this.key, JSON.stringify(changed));
    this.say("typed.kept", button(say("typed.load"), () => location.reload(), LOOK));
  }

  offer(kept) {
    const now = new Map(this.values());
    const other = kept.filter(([name, value]) => now.get(name) !== value);
    if (other.length === 0) {
      this.forget();
      return;
    }
    this.say(
      "typed.before",
      button(say("typed.take"), () => this.take(other), LOOK),
      button(say("typed.let_go"), () => this.forget(), LOOK),
    );
  }

  take(kept) {
    kept.forEach(([name, value]) => {
      const control = this.form.elements[name];
      if (control && "value" in control) control.value = value;
    });
    this.forget();
    this.onTaken();
  }

  forget() {
    sessionStorage.removeItem(this.key);
    this.notice.hidden = true;
  }

  say(key, ...buttons) {
    this.notice.replaceChildren(make("p", { textContent: say(key) }), ...buttons);
    this.notice.hidden = false;
  }
}
