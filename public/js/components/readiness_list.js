// What blocks and what should be looked at, each with the link that leads to where it is mended.

import { make } from "../lib/dom.js";
import { say } from "../lib/words.js";

// points: [{blocks, text, way: [address, words] or null, field: [document, name] or null}, ...];
// onLink(event, point): before a link is followed.
export function showReadiness(place, points, onLink = () => {}) {
  const list = points.length > 0 ? points : [{ text: say("readiness.nothing"), fine: true }];
  place.replaceChildren(
    ...list.map((point) => {
      const text = make("span", { textContent: `${point.text} ` });
      if (point.way) text.append(wayOut(point, onLink));
      return make(
        "li",
        { className: lookOf(point) },
        make("span", { className: "sign", textContent: point.fine ? "●" : "!" }),
        text,
      );
    }),
  );
}

function lookOf(point) {
  if (point.fine) return "fine";
  return point.blocks ? "blocks" : "";
}

function wayOut(point, onLink) {
  const link = make("a", { href: point.way[0], textContent: point.way[1], className: "small" });
  link.addEventListener("click", (event) => onLink(event, point));
  return link;
}
