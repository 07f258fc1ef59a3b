// Acting: a look at what the document will be, then the act, by this page or by a card.

import { CardDialog, CardReader } from "../../components/card_reader.js";
import { make } from "../../lib/dom.js";
import { boxOf, openDocument, showPages } from "../../components/pdf_pages.js";
import { given } from "../../lib/given.js";
import { say } from "../../lib/words.js";

const PLACE_WAIT = 20_000;

// Asked for only where the rules want it; to refuse is an answer too.
function whereabouts(asked) {
  if (asked === "no") return Promise.resolve(null);
  return new Promise((resolve) => {
    navigator.geolocation.getCurrentPosition(
      ({ coords }) =>
        resolve({ latitude: coords.latitude, longitude: coords.longitude, accuracy: coords.accuracy }),
      () => resolve({ refused: true }),
      { timeout: PLACE_WAIT },
    );
  });
}

export class Signing {
  constructor(root, asking, papers, spots) {
    Object.assign(this, { root, asking, papers, spots, digests: {} });
    this.find = (name) => root.querySelector(`[data-${name}]`);
    this.reader = new CardReader(given.reader);
    const byCard = (card, pin) => this.signByCard(card, pin);
    this.cardDialog = given.card ? new CardDialog(root, this.reader, byCard) : null;
    this.find("sign").addEventListener("click", () => this.sign());
  }

  // What the server is told when the party acts, or looks at what that will be.
  doing(place = null) {
    const { marks, answers } = this.spots;
    const papers = this.papers.all;
    return {
      seen: Object.fromEntries(papers.map((paper) => [paper.position, paper.sha256])),
      mark: marks.signature || null,
      initials: marks.initials || null,
      typed: answers.typed,
      pages: Object.fromEntries(papers.map((paper) => [paper.position, paper.seen.size])),
      place,
      declaration: this.find("declaration")?.value ?? null,
    };
  }

  own(paper) {
    return this.spots.all.filter((spot) => spot.document === paper.position && this.spots.shown(spot));
  }

  // The papers on which something of the party stands.
  get looked() {
    return this.papers.all.filter((paper) => paper.sign && this.own(paper).length > 0);
  }

  // The pages on which something of the party stands, as they will be.
  async look() {
    const result = this.find("result");
    const tell = (text, marks) => result.replaceChildren(make("p", { textContent: text, ...marks }));
    this.find("confirm-says").textContent = "";
    delete result.dataset.ready;
    result.hidden = this.looked.length === 0;
    document.getElementById("confirm").showModal();
    tell(say("room.being_made"), { className: "faded" });
    try {
      await this.spots.answers.last;
      const looked = this.looked;
      result.hidden = looked.length === 0;
      const made = await Promise.all(looked.map((paper) => this.result(paper)));
      const width = result.clientWidth - 20;
      result.replaceChildren();
      for (const [index, pdf] of made.entries()) await this.showResult(pdf, looked[index], width, index === 0);
      result.dataset.ready = "true";
    } catch (problem) {
      result.hidden = false;
      tell(problem.message, { className: "says", aria: { role: "alert" } });
    }
  }

  async result(paper) {
    const answer = await this.asking.postRaw(`look/${paper.position}`, this.doing());
    return openDocument(await answer.arrayBuffer());
  }

  async showResult(pdf, paper, width, first) {
    const result = this.find("result");
    const own = this.own(paper);
    const only = [...new Set(own.map((spot) => spot.page))];
    const views = await showPages(pdf, result, { width, only });
    if (first) result.scrollTop = views[0].element.offsetTop + boxOf(own[0], views[0].viewport)[1] - 40;
  }

  async sign() {
    const button = this.find("sign");
    const label = button.textContent;
    button.disabled = true;
    button.textContent = say("room.moment");
    try {
      await this.spots.answers.last;
      await this.act(await whereabouts(given.place));
    } catch (problem) {
      this.find("confirm-says").textContent = problem.message;
    } finally {
      button.disabled = false;
      button.textContent = label;
    }
  }

  async act(place) {
    if (this.cardDialog) return this.prepareForCard(place);
    await this.asking.post("act", this.doing(place));
    location.href = given.base;
    return undefined;
  }

  // What the card has to sign is made ready; then the card is asked, with its PIN.
  async prepareForCard(place) {
    this.digests = (await this.asking.post("act/prepare", this.doing(place))).digests;
    document.getElementById("confirm").close();
    await this.cardDialog.open(given.cardSha);
  }

  async signByCard(card, pin) {
    const signatures = {};
    for (const [position, digest] of Object.entries(this.digests)) {
      signatures[position] = await this.reader.sign(card, pin, digest).catch((failure) => {
        if (failure.pin) this.asking.post("prove/card/pin");
        throw failure;
      });
    }
    await this.asking.post("act/card", { signatures });
    location.href = given.base;
  }
}
