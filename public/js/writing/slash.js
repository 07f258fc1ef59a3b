// A list of what can be put in, while somebody types a slash and the beginning of its name.

import { Plugin } from "../../vendor/prosemirror/prosemirror.min.mjs";
import { make } from "../lib/dom.js";
import { say } from "../lib/words.js";
import { entries } from "./entries.js";

const TYPED = /(?:^|\s)\/([\p{L}\p{N}_ -]{0,30})$/u;
const MOST = 8;

// [where the slash stands, what is typed after it], or null.
function asked({ selection }) {
  const { $from, empty } = selection;
  if (!empty || !$from.parent.isTextblock) return null;
  const before = $from.parent.textBetween(0, $from.parentOffset, null, "￼");
  const found = before.match(TYPED);
  return found && [$from.pos - found[1].length - 1, found[1].toLowerCase()];
}

const fitting = (typed) => entries.filter(({ words }) => words.toLowerCase().includes(typed.trim())).slice(0, MOST);

class Menu {
  constructor(view) {
    this.view = view;
    this.chosen = 0;
    this.list = make("ul", { className: "found slash", hidden: true, id: "slash" });
    this.list.setAttribute("role", "listbox");
    this.list.setAttribute("aria-label", say("writing.put_in"));
    view.dom.parentNode.append(this.list);
  }

  update(view, before) {
    if (before && before.doc.eq(view.state.doc) && before.selection.eq(view.state.selection)) return;
    const found = asked(view.state);
    this.offered = found && view.hasFocus() ? fitting(found[1]) : [];
    if (found && this.closedAt === found[0]) this.offered = [];
    else this.closedAt = null;
    this.chosen = 0;
    this.show(found);
  }

  show(found) {
    this.list.hidden = this.offered.length === 0;
    if (this.list.hidden) {
      this.view.dom.removeAttribute("aria-activedescendant");
      return;
    }
    this.list.replaceChildren(...this.offered.map((entry, index) => this.item(entry, index)));
    const at = this.view.coordsAtPos(found[0]);
    const room = this.list.parentNode.getBoundingClientRect();
    this.list.style.left = `${at.left - room.left}px`;
    this.list.style.top = `${at.bottom - room.top + 4}px`;
    this.mark();
  }

  item(entry, index) {
    const item = make("li", { id: `slash-${index}`, textContent: entry.words });
    item.append(make("span", { className: "faded small", textContent: ` ${say(`writing.groups.${entry.group}`)}` }));
    item.setAttribute("role", "option");
    item.addEventListener("mousedown", (event) => {
      event.preventDefault();
      this.take(index);
    });
    return item;
  }

  mark() {
    [...this.list.children].forEach((item, index) =>
      item.setAttribute("aria-selected", String(index === this.chosen)),
    );
    this.view.dom.setAttribute("aria-activedescendant", `slash-${this.chosen}`);
  }

  move(step) {
    this.chosen = (this.chosen + step + this.offered.length) % this.offered.length;
    this.mark();
  }

  take(index = this.chosen) {
    const entry = this.offered[index];
    const [from] = asked(this.view.state);
    this.view.dispatch(this.view.state.tr.delete(from, this.view.state.selection.from));
    entry.run(this.view);
  }

  key({ key }) {
    if (this.list.hidden) return false;
    const acts = {
      ArrowDown: () => this.move(1),
      ArrowUp: () => this.move(-1),
      Enter: () => this.take(),
      Tab: () => this.take(),
      Escape: () => {
        [this.closedAt] = asked(this.view.state);
        this.list.hidden = true;
      },
    };
    if (!acts[key]) return false;
    acts[key]();
    return true;
  }

  destroy() {
    this.list.remove();
  }
}

export function slash() {
  let menu = null;
  return new Plugin({
    view: (view) => {
      menu = new Menu(view);
      return menu;
    },
    props: { handleKeyDown: (_, event) => menu.key(event) },
  });
}
