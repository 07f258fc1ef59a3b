// Drawing on a telephone for the page on another screen.

import { drawn, padOver } from "../components/strokes.js";
import { given } from "../lib/given.js";
import { say } from "../lib/words.js";

const root = document.querySelector("[data-pad-page]");
const pad = padOver(root.querySelector("[data-pad]"));
const says = root.querySelector("[data-says]");

root.querySelector("[data-clear]").addEventListener("click", () => pad.clear());
root.querySelector("[data-send]").addEventListener("click", async (event) => {
  if (pad.isEmpty()) {
    says.textContent = say("pad.draw_first");
    return;
  }
  const button = event.currentTarget;
  button.disabled = true;
  const answer = await fetch(given.address, {
    method: "POST",
    headers: {
      accept: "application/json",
      "content-type": "application/json",
      "x-csrf-token": given.csrf,
    },
    body: JSON.stringify({ mark: drawn(pad.toData()) }),
  });
  if (answer.ok) {
    root
      .querySelector(".body")
      .replaceChildren(
        Object.assign(document.createElement("h1"), { textContent: say("pad.done") }),
        Object.assign(document.createElement("p"), {
          className: "lead",
          textContent: say("pad.close"),
        }),
      );
  } else {
    says.textContent = (await answer.json()).problem;
    button.disabled = false;
  }
});
root.dataset.ready = "true";
