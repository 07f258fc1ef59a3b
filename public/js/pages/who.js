// Who acts: the form saves itself while somebody types, parties are dragged or moved by keys from turn to
// turn, and whoever else has the draft open is told.

import { Saving } from "../components/saving.js";
import { showReadiness } from "../components/readiness_list.js";
import { TypedBefore } from "../components/typed_before.js";
import { Turns } from "./who/turns.js";
import { list, say } from "../lib/words.js";

const root = document.querySelector("[data-who]");
const form = root.querySelector("[data-who-form]");
const seats = root.querySelector("[data-seats]");
const part = (name) => root.querySelector(`[data-${name}]`);
const SECRETS = "[name=password], [name$='[phrase]']";
const LOOK_EVERY = 10_000;
const CONFLICT = 409;

// Saving ----------------------------------------------------------------------

// Secrets that were saved: their name => what they are, and whose. They are slow to keep, and so are sent once.
const kept = new Map();
const secret = (values, name) => [values.get(name), values.get(name.replace("[phrase]", "[email]"))].join("\n");

form.addEventListener("formdata", ({ formData }) =>
  kept.forEach((value, name) => {
    if (secret(formData, name) === value) formData.delete(name);
  }),
);

// keepalive: the page is being left, and nothing is typed any more.
async function send({ keepalive = false }) {
  const values = new FormData(form);
  values.set("then", "save");
  // A password or phrase that is still being typed is not one yet.
  if (!keepalive && document.activeElement?.matches(SECRETS)) values.delete(document.activeElement.name);
  const secrets = [...root.querySelectorAll(SECRETS)].map(({ name }) => name).filter((name) => values.get(name));
  const answer = await fetch(form.action, {
    method: "POST",
    body: new URLSearchParams(values),
    headers: { accept: "application/json" },
    keepalive,
  });
  const body = await answer.json();
  if (answer.status === CONFLICT) typedBefore.keep();
  if (!answer.ok) throw new Error(body.problem);
  secrets.forEach((name) => kept.set(name, secret(values, name)));
  form.elements.edits.value = body.edits;
  showReadiness(part("readiness"), body.readiness, (event) => saving.leave(event));
}

const saving = new Saving(send, (text) => {
  part("save-state").textContent = text;
});

const typedBefore = new TypedBefore(form, {
  secrets: SECRETS,
  notice: part("typed"),
  onTaken: () => saving.soon(),
});

new Turns(seats, () => saving.soon());

// The others ------------------------------------------------------------------

async function look() {
  const answer = await fetch(root.dataset.editors, { headers: { accept: "application/json" } });
  if (!answer.ok) return;
  const { others, edits } = await answer.json();
  const stale = edits > Number(form.elements.edits.value) && !saving.timer;
  const notice = part("others");
  notice.hidden = others.length === 0 && !stale;
  notice.textContent = [
    others.length > 0
      ? say("who.others", { names: list(others), count: others.length })
      : "",
    stale ? say("who.stale") : "",
  ]
    .join(" ")
    .trim();
}

form.addEventListener("input", () => saving.soon());

// A save that is under way and the form itself would be in each other's way: it waits, once.
let waiting = false;
form.addEventListener("submit", async (event) => {
  saving.stop();
  if (!saving.busy) return;
  event.preventDefault();
  if (waiting) return;
  waiting = true;
  await saving.running;
  waiting = false;
  form.requestSubmit(event.submitter);
});
root
  .querySelectorAll("a[href]")
  .forEach((link) => link.addEventListener("click", (event) => saving.leave(event)));
(async function again() {
  await look().catch(() => {}); // a connection that is away for a moment is asked again
  setTimeout(again, LOOK_EVERY);
})();
