// The signing room: read, be led from spot to spot, fill in, make a signature, sign.

import { Asking } from "../lib/asking.js";
import { RoomAnswers } from "./room/answers.js";
import { FillDialog } from "./room/fill.js";
import { MarkDialog } from "./room/mark.js";
import { RoomPages } from "./room/pages.js";
import { Papers } from "./room/papers.js";
import { Signing } from "./room/signing.js";
import { isBox, isMark, RoomSpots } from "./room/spots.js";
import { calm, RoomThings } from "./room/things.js";
import { given } from "../lib/given.js";
import { say } from "../lib/words.js";

class Room {
  constructor(root) {
    this.root = root;
    this.find = (name) => root.querySelector(`[data-${name}]`);
    const draft = given.draft;
    const showAll = () => this.showAll();
    this.asking = new Asking(given.base, given.csrf);
    this.marks = draft.marks;
    this.papers = new Papers(root, this.asking, draft.seen, () => this.things.show());
    this.answers = new RoomAnswers(this.asking, showAll);
    this.spots = new RoomSpots(root, this.papers, this.answers, this.marks, {
      choose: (spot) => this.goTo(spot),
      next: (spot) => this.goAfter(spot),
      problem: (text) => this.say(text),
    });
    this.things = new RoomThings(root, this.papers, this.spots, (spot) => this.goTo(spot));
    const viewOf = (spot) => this.papers.viewOf(spot);
    this.pages = new RoomPages(root, this.papers.all, this.spots.elements, viewOf, showAll);
    this.markDialog = new MarkDialog(root, given.name, this.asking, (...made) => this.takeMark(...made));
    this.fillDialog = new FillDialog(root, this.answers, (spot) => this.goOnFilling(spot));
    this.signing = new Signing(root, this.asking, this.papers, this.spots);
  }

  say(text) {
    this.find("says").textContent = text;
  }

  showAll() {
    this.spots.showAll();
    this.things.show();
  }

  goTo(spot) {
    const element = this.spots.elements.get(spot);
    element.scrollIntoView({ behavior: calm(), block: "center" });
    this.spots.focusOf(spot).focus({ preventScroll: true });
    if (this.spots.written.has(spot)) return;
    if (isMark(spot)) this.markDialog.open(spot.kind);
    else if (!isBox(spot)) this.fillDialog.open(spot);
  }

  // On the page itself, from field to field: what needs a dialog is come to, and not opened.
  goAfter(spot) {
    const next = this.things.after(spot);
    const place = next ? this.spots.elements.get(next) : this.find("next");
    place.scrollIntoView({ behavior: calm(), block: "nearest" });
    (next ? this.spots.focusOf(next) : place).focus({ preventScroll: true });
  }

  goOn() {
    const next = this.things.next();
    if (next) next.go();
    else if (given.rehearsal) this.say(say("room.would_act", { act: given.do }));
    else this.signing.look();
  }

  // After one field the next that is to be typed comes by itself; everything else is left to the button.
  goOnFilling(spot) {
    const next = this.things.nextTyped(spot);
    if (next) next.go();
    else this.find("next").focus();
  }

  takeMark(kind, mark) {
    this.marks[kind] = mark;
    this.showAll();
    this.find("next").focus();
    this.asking.post("draft", { marks: { [kind]: mark } }).catch((problem) => this.say(problem.message));
  }

  // On a narrow screen the slip shows its list on request.
  list() {
    const open = this.root.querySelector(".slip").classList.toggle("listed");
    this.find("list").setAttribute("aria-expanded", String(open));
    this.find("list").textContent = say(open ? "room.hide" : "room.show");
  }

  listen() {
    this.find("list").addEventListener("click", () => this.list());
    this.find("todo").addEventListener("click", () => {
      if (this.root.querySelector(".slip").classList.contains("listed")) this.list();
    });
    this.find("next").addEventListener("click", () => this.goOn());
  }

  async start() {
    await this.papers.show(this.find("sheets"), this.pages.width);
    this.find("loading").remove();
    this.spots.all.forEach((spot) => this.spots.place(spot));
    this.showAll();
    this.pages.watch();
    this.root.dataset.ready = "true";
  }
}

// As it will be on a telephone, in a window of that size.
document
  .querySelector("[data-telephone]")
  ?.addEventListener("click", () => open(location.href, "", "width=390,height=844"));

const room = new Room(document.querySelector("[data-room]"));
room.listen();
room.start().catch((problem) => room.say(problem.message));
