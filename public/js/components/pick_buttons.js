// Buttons to pick a party or a kind of field by.

import { button, make } from "../lib/dom.js";
import { say } from "../lib/words.js";

// Buttons for the parties; picture(letter): their letter as SVG.
export function whoseButtons(place, parties, current, picture, onPick) {
  place.replaceChildren(
    ...parties.map((party) => {
      const name = party.name || say("placement.party", { letter: party.letter });
      const one = button("", () => onPick(party.letter), {
        title: name,
        aria: { pressed: String(party.letter === current) },
      });
      one.append(picture(party.letter), make("span", { className: "who", textContent: name }));
      return one;
    }),
  );
}

// Buttons for the kinds, that can be dragged onto a page too; onDrag(event, kind) begins that.
export function kindButtons(place, kinds, onPick, onDrag = null) {
  place.replaceChildren(
    ...Object.values(kinds).map((kind) => {
      const one = button(kind.label, () => onPick(kind.id), { title: kind.hint });
      if (onDrag) one.addEventListener("pointerdown", (event) => onDrag(event, kind.id));
      return one;
    }),
  );
}
