// Placement: fields on the pages of a draft, by pointer and by keyboard, saved as they change.

import { pagesOf } from "../lib/geometry.js";
import { Adding } from "./placement/adding.js";
import { Chooser } from "./placement/chooser.js";
import { PlacementKeys } from "./placement/keys.js";
import { Pointer } from "./placement/pointer.js";
import { pointing } from "./placement/pointing.js";
import { FieldSets } from "./placement/sets.js";
import { sameSize, showSeveral } from "./placement/several.js";
import { Workbench } from "./placement/workbench.js";
import { proposalsFor } from "./placement/proposals.js";
import { showReadiness } from "../components/readiness_list.js";
import { Saving } from "../components/saving.js";
import { given } from "../lib/given.js";
import { say } from "../lib/words.js";

class Placement {
  constructor(root) {
    this.root = root;
    this.edits = given.edits;
    this.bench = new Workbench(
      root,
      () => this.changed(),
      () => this.proposals?.place(),
    );
    this.saving = new Saving(
      (how) => this.save(how),
      (text) => this.say(text),
    );
    this.adding = new Adding(this.bench);
    this.chooser = new Chooser(this.bench, this.adding, (...drag) => this.pointer.dragKind(...drag));
    this.pointer = new Pointer(root, pointing(this.bench, this.adding, this.chooser));
    this.keys = new PlacementKeys(this.bench, this.adding, () => this.chooser.close());
  }

  changed() {
    this.saving.soon();
    this.proposals?.dropUnder(this.bench.fields);
  }

  say(text) {
    this.bench.find("save-state").textContent = text;
  }

  async save({ keepalive = false }) {
    const { bench } = this;
    const sent = [...bench.fields];
    const { number, csrf } = given;
    const answer = await fetch(`/dockets/${number}/fields`, {
      method: "POST",
      headers: { "content-type": "application/json", accept: "application/json", "x-csrf-token": csrf },
      body: JSON.stringify({ edits: this.edits, fields: sent.map(({ id, name, ...values }) => values) }),
      keepalive,
    });
    const body = await answer.json();
    if (!answer.ok) throw new Error(body.problem);
    this.edits = body.edits;
    bench.faults = new Map(body.faults.map(([index, text]) => [sent[index].id, text]));
    sent.forEach(({ id }, index) => {
      const field = bench.field(id);
      if (field) field.name = body.names[index];
    });
    this.takeReadiness(body.readiness);
    this.sayFaults(body.faults, sent);
  }

  // What could not be kept stays as it was typed, and is tried again with the next change.
  sayFaults([first], sent) {
    if (!first) return;
    const field = this.bench.field(sent[first[0]].id);
    throw new Error(say("placement.not_kept", { field: field ? this.bench.title(field) : "", problem: first[1] }));
  }

  takeReadiness(points) {
    const { bench } = this;
    bench.points = points;
    showReadiness(bench.find("readiness"), points, (event, point) => this.leadTo(event, point));
    this.root.querySelector(".margin .dial .centre").textContent = points.filter((one) => one.blocks).length;
    bench.fields.forEach((field) => bench.place(field));
    bench.panel.show(bench.chosen, bench.chosen.length === 1 ? bench.problems(bench.chosen[0]) : []);
  }

  // A field on this page is shown at once.
  leadTo(event, point) {
    if (!point.field) {
      this.saving.leave(event);
      return;
    }
    event.preventDefault();
    this.showField(point.field);
  }

  showField([position, name]) {
    const { bench } = this;
    const field = bench.fields.find((one) => one.document === position && one.name === name);
    if (!field) return;
    bench.pages.goTo(field);
    bench.choose([field.id], { focus: true });
  }

  async start() {
    const { bench } = this;
    await bench.pages.load();
    given.fields
      .filter((values) => bench.view(values))
      .forEach((values) => {
        bench.fields.push({ ...values, id: bench.next });
        bench.next += 1;
      });
    bench.fields.forEach((field) => bench.draw(field));
    this.pointer.listen(bench.pages.all());
    showSeveral(bench);
    this.chooser.showAdding();
    new FieldSets(bench, this.adding).show();
    this.takeReadiness(given.readiness);
    if (bench.fields.length > 0) bench.pages.goTo(bench.fields[0]);
    const named = location.hash.match(/^#field-(\d+)-(.+)$/);
    if (named) this.showField([Number(named[1]), decodeURIComponent(named[2])]);
    bench.find("pages").dataset.ready = "true";
    this.proposals = bench.proposals = proposalsFor(this);
    await bench.pages.showStrip();
  }

  listen() {
    const { bench, adding } = this;
    const acts = {
      double: () => adding.double(),
      copy: () => adding.copyToAll(),
      remove: () => adding.remove(bench.chosenIds),
      "same-size": () => sameSize(bench),
      "zoom-in": () => bench.pages.zoomTo(bench.pages.zoom * 1.25),
      "zoom-out": () => bench.pages.zoomTo(bench.pages.zoom / 1.25),
      "zoom-fit": () => bench.pages.zoomTo(1),
    };
    Object.entries(acts).forEach(([name, act]) => bench.find(name).addEventListener("click", act));
    bench.find("copy-to").addEventListener("change", (event) => {
      const [first] = bench.chosen;
      if (first) adding.copyTo(pagesOf(event.target.value, bench.pages.ofPaper(first.document).length));
      event.target.value = "";
    });
    this.root
      .querySelectorAll("a[href]")
      .forEach((link) => link.addEventListener("click", (event) => this.saving.leave(event)));
  }
}

const placement = new Placement(document.querySelector("[data-placement]"));
placement.listen();
placement.start().catch((problem) => placement.say(problem.message));
