// What can be done with several fields at once.

import { button, make } from "../../lib/dom.js";
import { aligned, distributed, sized } from "../../lib/geometry.js";
import { say } from "../../lib/words.js";

const EDGES = ["left", "centre", "right", "top", "middle", "bottom"];
const LOOK = { className: "btn btn-outline-primary btn-sm" };

export function showSeveral(bench) {
  const aligning = EDGES.map((edge) =>
    button(say(`placement.edges.${edge}`), () => bench.change(aligned(bench.chosen, edge)), LOOK),
  );
  const spreading = ["x", "y"].map((along) =>
    button(say(`placement.along.${along}`), () => bench.change(distributed(bench.chosen, along)), LOOK),
  );
  bench
    .find("several")
    .replaceChildren(
      make("p", { className: "small", textContent: say("placement.on_one_line") }),
      make("div", { className: "tools" }, ...aligning),
      make("p", { className: "small", textContent: say("placement.same_room") }),
      make("div", { className: "tools" }, ...spreading),
    );
}

// All as large as the last of them, or as the one that was chosen before.
export function sameSize(bench) {
  const fields = bench.chosen;
  const model = fields.length > 1 ? fields[fields.length - 1] : bench.field(bench.before);
  bench.change(fields.map((field) => sized(field, model, bench.kinds[field.kind])));
}
