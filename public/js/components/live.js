// Keeps a page as things stand, without a reload: asks every few seconds whether its mark has changed, and
// then takes over the parts marked data-live (each with an id). A part in which somebody types is left alone
// until the page is loaded again. Parts of a data-live-list may come and go.

import { say } from "../lib/words.js";

const PAUSE = 2500;
const main = document.querySelector("[data-live-mark]");
const said = document.createElement("p");
said.className = "visually-hidden";
said.setAttribute("role", "status");
main.append(said);

const busy = (part) =>
  part.dataset.touched === "true" ||
  (part.contains(document.activeElement) && document.activeElement.matches("input, textarea, select"));

function takeOver(fresh) {
  fresh.querySelectorAll("[data-live-list]").forEach((list) => {
    const here = document.getElementById(list.id);
    if (!here) return;
    [...list.children]
      .filter((part) => !document.getElementById(part.id))
      .forEach((part) => here.append(part.cloneNode(true)));
    [...here.children].filter((part) => !list.querySelector(`#${part.id}`)).forEach((part) => part.remove());
  });
  const changed = [...fresh.querySelectorAll("[data-live]")].filter((part) => {
    const here = document.getElementById(part.id);
    if (!here || busy(here) || here.innerHTML === part.innerHTML) return false;
    here.replaceChildren(...part.cloneNode(true).childNodes);
    return true;
  });
  if (changed.length > 0) {
    said.textContent = say("live.updated");
    document.dispatchEvent(new CustomEvent("brought-up-to-date"));
  }
}

async function look() {
  if (document.hidden) return;
  const answer = await fetch(main.dataset.liveMark, { headers: { accept: "text/plain" } });
  if (!answer.ok) return;
  const mark = await answer.text();
  if (mark === main.dataset.mark) return;
  const page = await fetch(location.href, { headers: { accept: "text/html" } });
  if (!page.ok) return;
  takeOver(new DOMParser().parseFromString(await page.text(), "text/html"));
  main.dataset.mark = mark;
}

main.addEventListener("input", (event) => {
  const part = event.target.closest("[data-live]");
  if (part) part.dataset.touched = "true";
});
(async function again() {
  await look().catch(() => {}); // a connection that is away for a moment is asked again
  setTimeout(again, PAUSE);
})();
