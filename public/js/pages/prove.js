// Proving who one is by a passkey or a card, and enrolling a passkey.

import { Asking } from "../lib/asking.js";
import { CardDialog, CardReader } from "../components/card_reader.js";
import { given } from "../lib/given.js";
import { say } from "../lib/words.js";

const root = document.querySelector("[data-prove]");
const asking = new Asking(given.base, given.csrf);
const problem = root.querySelector("[data-problem]");

function show(text) {
  problem.textContent = text;
  problem.hidden = text === "";
  if (text) problem.scrollIntoView({ block: "nearest" });
}

// What a browser says when a person turns away from its question is nothing to show.
function words(failure) {
  if (["NotAllowedError", "AbortError"].includes(failure.name)) return say("prove.not_used");
  return failure.name === "InvalidStateError" ? say("prove.enrolled") : failure.message;
}

async function attempt(button, work) {
  show("");
  button.disabled = true;
  try {
    location.href = (await work()).next;
  } catch (failure) {
    show(words(failure));
    button.disabled = false;
  }
}

async function usePasskey(path) {
  const publicKey = PublicKeyCredential.parseRequestOptionsFromJSON(await asking.post(`${path}/begin`));
  const credential = await navigator.credentials.get({ publicKey });
  return asking.post(path, { answer: credential.toJSON() });
}

async function enrolPasskey(path) {
  const publicKey = PublicKeyCredential.parseCreationOptionsFromJSON(await asking.post(`${path}/begin`));
  const credential = await navigator.credentials.create({ publicKey });
  return asking.post(path, { answer: credential.toJSON() });
}

function click(selector, work) {
  const button = root.querySelector(selector);
  button?.addEventListener("click", () => attempt(button, () => work(button.value)));
}

click("[data-passkey]", usePasskey);
click("[data-enrol]", enrolPasskey);

if (root.querySelector("[data-card-dialog]")) {
  const reader = new CardReader(given.reader);
  const dialog = new CardDialog(root, reader, async (card, pin) => {
    const { digest } = await asking.post("prove/card/begin");
    const signature = await reader.sign(card, pin, digest).catch((failure) => {
      if (failure.pin) asking.post("prove/card/pin");
      throw failure;
    });
    location.href = (
      await asking.post("prove/card", { certificate: card.certificate, chain: card.chain, signature })
    ).next;
  });
  root.querySelector("[data-card]").addEventListener("click", () => dialog.open());
}
