// The card reader on this machine: its cards, and signatures by PIN. The PIN goes to the reader and nowhere
// else.

import { make } from "../lib/dom.js";
import { say } from "../lib/words.js";

const away = () => say("card.away");

export class CardReader {
  constructor(url) {
    this.url = url;
  }

  async cards() {
    try {
      return (await (await fetch(`${this.url}/cards`)).json()).cards;
    } catch {
      throw new Error(away());
    }
  }

  // The signature (base64) of digest (hex). Throws an error with pin: true for a wrong PIN.
  async sign(card, pin, digest) {
    let answer;
    try {
      answer = await fetch(`${this.url}/cards/${card.id}/sign`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ pin, digest }),
      });
    } catch {
      throw new Error(away());
    }
    const told = await answer.json();
    if (answer.ok) return told.signature;
    if (answer.status === 423)
      {throw Object.assign(
        new Error(say("card.blocked")),
        { pin: told.tries === 0 },
      );}
    if (told.problem === "pin")
      {throw Object.assign(
        new Error(
          say("card.wrong_pin", { count: told.tries }),
        ),
        { pin: true },
      );}
    throw new Error(say("card.refuses"));
  }
}

// Lets a person choose a card and type its PIN.
export class CardDialog {
  // root: holds the dialog; reader: CardReader; onGo(card, pin): does the work, and may throw.
  constructor(root, reader, onGo) {
    this.dialog = root.querySelector("[data-card-dialog]");
    this.part = (part) => this.dialog.querySelector(`[data-card-${part}]`);
    this.reader = reader;
    this.onGo = onGo;
    this.part("form").addEventListener("submit", (event) => {
      event.preventDefault();
      this.go();
    });
  }

  // only: the certificate (base64) of the one card that will do, if it has to be that.
  async open(only = "") {
    this.say("");
    this.pin.value = "";
    this.dialog.showModal();
    this.part("state").textContent = say("card.looking");
    try {
      this.list(
        (await this.reader.cards()).filter((card) => !only || card.certificate === only),
        only,
      );
    } catch (problem) {
      this.part("state").textContent = problem.message;
    }
  }

  get pin() {
    return this.dialog.querySelector("#pin");
  }

  list(cards, only) {
    this.cards = cards;
    const none = say(only ? "card.other" : "card.none");
    this.part("state").textContent = cards.length === 0 ? none : say("card.found", { count: cards.length });
    this.dialog
      .querySelector("[data-cards]")
      .replaceChildren(
        ...cards.map((card, index) =>
          make(
            "label",
            { className: "tick" },
            make("input", { type: "radio", name: "card", value: card.id, checked: index === 0 }),
            make(
              "span",
              { textContent: card.holder },
              make("small", { className: "faded", textContent: say("card.of", card) }),
            ),
          ),
        ),
      );
    this.part("go").disabled = cards.length === 0;
    if (cards.length > 0) this.pin.focus();
  }

  async go() {
    const chosen = this.dialog.querySelector("[name=card]:checked");
    if (this.pin.value === "") return this.say(say("card.type_pin"));
    this.part("go").disabled = true;
    this.say("");
    try {
      await this.onGo(
        this.cards.find((card) => card.id === chosen.value),
        this.pin.value,
      );
    } catch (problem) {
      this.say(problem.message);
      this.pin.select();
    } finally {
      this.part("go").disabled = false;
    }
    return undefined;
  }

  say(text) {
    this.part("says").textContent = text;
  }
}
