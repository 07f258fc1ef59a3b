// The documents of the signing room: read from the server, shown, and which of their pages were seen.

import { make } from "../../lib/dom.js";
import { fetchBytes, openDocument, showPages } from "../../components/pdf_pages.js";
import { given } from "../../lib/given.js";
import { say } from "../../lib/words.js";

const KEEP_AFTER = 800;

const hex = (buffer) =>
  [...new Uint8Array(buffer)].map((byte) => byte.toString(16).padStart(2, "0")).join("");
const grouped = (text) => text.match(/.{1,4}/g).join(" ");

export class Papers {
  // seen: {sha256: [page, ...]} of an earlier visit; onSeen(): another page was seen.
  constructor(root, asking, seen, onSeen) {
    Object.assign(this, { root, asking, earlier: seen, onSeen });
    this.all = given.documents.map((paper) => ({
      ...paper,
      views: [],
      seen: new Set(),
      sha256: null,
    }));
  }

  get several() {
    return this.all.length > 1;
  }

  of(spot) {
    return this.all.find((paper) => paper.position === spot.document);
  }

  viewOf(spot) {
    return this.of(spot).views[spot.page - 1];
  }

  // Where a spot is, in words.
  place(spot) {
    const facts = { page: spot.page, title: this.of(spot).title };
    return say(this.several ? "room.page_of" : "room.page", facts);
  }

  // container: for the pages; width: pixels of the widest.
  async show(container, width) {
    for (const paper of this.all) await this.showOne(paper, container, width);
    this.showFingerprints();
  }

  async showOne(paper, container, width) {
    const bytes = await fetchBytes(`${given.base}/documents/${paper.position}`);
    paper.sha256 = hex(await crypto.subtle.digest("SHA-256", bytes));
    paper.seen = new Set(this.earlier[paper.sha256] || []);
    const pdf = await openDocument(bytes);
    if (this.several) {
      const title = paper.sign ? paper.title : say("room.enclosed", { title: paper.title });
      container.append(make("h2", { className: "paper-title", textContent: title }));
    }
    const onSeen = (number) => {
      paper.seen.add(number);
      this.onSeen();
      this.keepSeen();
    };
    paper.views = await showPages(pdf, container, { width, text: true, onSeen });
  }

  keepSeen() {
    clearTimeout(this.later);
    this.later = setTimeout(() => {
      const read = this.all.filter((paper) => paper.sha256);
      const seen = Object.fromEntries(read.map((paper) => [paper.sha256, [...paper.seen]]));
      this.asking.post("draft", { seen }).catch(() => {});
    }, KEEP_AFTER);
  }

  showFingerprints() {
    const lines = this.all.map((paper) => {
      const before = this.several ? `${paper.title}: ` : say("room.fingerprint");
      const hash = make("span", {
        className: "hash",
        title: grouped(paper.sha256),
        textContent: `${grouped(paper.sha256.slice(0, 24))} …`,
      });
      return make("span", {}, before, hash, " ");
    });
    this.root.querySelector("[data-fingerprints]").replaceChildren(...lines);
  }
}
