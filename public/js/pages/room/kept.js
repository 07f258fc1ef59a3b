// Signatures and initials from before, of a member of the staff who is signed in.

import { showMark } from "../../components/mark_picture.js";
import { button, make } from "../../lib/dom.js";
import { given } from "../../lib/given.js";
import { say } from "../../lib/words.js";

export class KeptMarks {
  // dialog: in which a mark is made; asking: Asking.
  constructor(dialog, asking) {
    Object.assign(this, { dialog, asking, chosen: null });
    this.place = dialog.querySelector("[data-kept]");
  }

  // Shows those of a kind, the usual one chosen.
  open(kind) {
    const marks = given.kept[kind].map(({ mark }) => mark);
    this.any = marks.length > 0;
    this.chosen = marks[0] || null;
    this.dialog.querySelector("[data-kept-none]").hidden = this.any;
    const buttons = marks.map((mark, index) => this.one(mark, say("marks.kept", { number: index + 1 })));
    this.place.replaceChildren(...buttons);
    requestAnimationFrame(() => buttons.forEach((one, index) => showMark(one.firstChild, marks[index])));
  }

  one(mark, label) {
    const choose = () => {
      this.chosen = mark;
      [...this.place.children].forEach((other) => other.setAttribute("aria-checked", String(other === one)));
    };
    const one = button("", choose, {
      className: "kept-choice",
      aria: { role: "radio", checked: String(mark === this.chosen), label },
    });
    one.append(make("span", { className: "kept-mark" }));
    return one;
  }

  // Only where it is asked for.
  keep(kind, mark) {
    if (!this.dialog.querySelector("[data-keep-it]").checked) return;
    given.kept[kind].push({ mark });
    this.asking.post("marks", { kind, mark }).catch(() => {});
  }
}
