// Whose a new field is, and of which kind: beside the pages, or over the place that was pointed at.

import { kindButtons, whoseButtons } from "../../components/pick_buttons.js";

export class Chooser {
  // dragKind(event, kind): begins to drag one onto a page.
  constructor(bench, adding, dragKind) {
    Object.assign(this, { bench, adding, dragKind });
    this.element = bench.find("chooser");
  }

  whose(place, after) {
    const { bench } = this;
    whoseButtons(
      bench.find(place),
      bench.parties,
      bench.party,
      (letter) => bench.letter(letter),
      (letter) => {
        bench.party = letter;
        after();
      },
    );
  }

  // Beside the pages.
  showAdding() {
    const { bench, adding } = this;
    this.whose("add-whose", () => this.showAdding());
    kindButtons(
      bench.find("add-kinds"),
      bench.kinds,
      (kind) => {
        const [width, height] = bench.pages.size(bench.pages.at);
        bench.pages.goTo(bench.pages.at);
        adding.add([adding.fresh(kind, bench.pages.at, (width - bench.kinds[kind].width) / 2, height / 2)]);
      },
      (event, kind) => this.dragKind(event, kind, bench.kinds[kind].label),
    );
  }

  // Over view, at left and top in pixels, which are x and y in points.
  open(view, left, top, x, y) {
    const at = { document: view.document, page: view.number };
    this.ask(view, left, top, (kind) => this.adding.put(this.adding.fresh(kind, at, x, y)));
  }

  // The same for any use of the kind that is picked.
  ask(view, left, top, onPick) {
    const show = () => {
      this.whose("chooser-whose", show);
      this.showAdding();
    };
    show();
    kindButtons(this.bench.find("chooser-kinds"), this.bench.kinds, (kind) => {
      this.close();
      onPick(kind);
    });
    view.element.append(this.element);
    this.element.hidden = false;
    this.putAt(view, left, top);
    this.element.scrollIntoView({ block: "nearest" });
    this.bench.find("chooser-kinds").querySelector("button").focus({ preventScroll: true });
  }

  putAt(view, left, top) {
    const room = view.viewport.width - this.element.offsetWidth - 4;
    const below = view.viewport.height - this.element.offsetHeight - 4;
    Object.assign(this.element.style, {
      left: `${Math.max(Math.min(left + 6, room), 0)}px`,
      top: `${Math.max(Math.min(top + 6, below), 0)}px`,
    });
  }

  close() {
    this.element.hidden = true;
  }
}
