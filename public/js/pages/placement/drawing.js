// How a field looks on its page, and what is said of it.

import { make } from "../../lib/dom.js";
import { boxOf, layOut } from "../../components/pdf_pages.js";
import { say } from "../../lib/words.js";

const SMALL = 12; // points: a box has no room for words

function makeElement(bench, field) {
  const element = make("div", { tabIndex: 0, data: { id: field.id }, aria: { role: "button" } });
  element.addEventListener("focus", () => {
    if (!bench.chosenIds.includes(field.id)) bench.choose([field.id]);
  });
  return element;
}

export function drawField(bench, field) {
  const element = bench.element(field.id) || makeElement(bench, field);
  const { overlay } = bench.view(field);
  // moving it without need would take the focus away
  if (element.parentNode !== overlay) overlay.append(element);
  element.className = `spot party-${field.party}${bench.chosenIds.includes(field.id) ? " chosen" : ""}`;
  const grip = make("span", { className: "grip", data: { grip: "" } });
  const small = bench.kinds[field.kind].width <= SMALL;
  element.replaceChildren(bench.letter(field.party), ...(small ? [] : [` ${bench.title(field)}`]), grip);
  element.title = small ? bench.title(field) : "";
  placeField(bench, field);
}

// Moves the element where the field is; all that happens while dragging.
export function placeField(bench, field) {
  const element = bench.element(field.id);
  const problems = bench.problems(field);
  layOut(element, boxOf(field, bench.view(field).viewport));
  element.classList.toggle("faulty", problems.length > 0);
  element.setAttribute("aria-label", [told(bench, field), ...problems].join(". "));
}

function told(bench, field) {
  const { party, document, page } = field;
  const named = bench.parties.find((one) => one.letter === party)?.name;
  return say("placement.field_at", {
    party,
    title: bench.title(field),
    name: named || say("placement.the_party", { letter: party }),
    where: say(bench.papers.length > 1 ? "placement.document_page" : "placement.page", { document, page }),
    x: Math.round(field.x),
    y: Math.round(field.y),
  });
}
