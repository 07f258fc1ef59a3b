// What can be done with several fields at once.

import { button, make } from "../../lib/dom.js";
import { aligned, distributed, sized } from "../../lib/geometry.js";
import { say } from "../../lib/words.js";

const EDGES = ["left", "centre", "right", "top", "middle", "bottom"];
const LOOK = { className: "btn btn-outline-primary btn-sm" };

const number = (name, take) => {
  const input = make("input", { type: "number", min: 1, className: "form-control", id: `several-${name}` });
  input.addEventListener("change", () => Number(input.value) > 0 && take(Number(input.value)));
  const label = make("label", { htmlFor: input.id, textContent: say(`placement.${name}`) });
  return make("div", { className: "field half" }, label, input);
};

// Has to be filled in, or not: all of them that somebody fills in.
function wanted(bench) {
  const set = (required) =>
    bench.change(bench.chosen.map((field) => withRequired(field, bench.kinds[field.kind], required)));
  return ["wanted", "not_wanted"].map((name) =>
    button(say(`placement.${name}`), () => set(name === "wanted"), LOOK),
  );
}

const withRequired = (field, kind, required) =>
  kind.all.includes("required") ? { ...field, settings: { ...field.settings, required } } : field;

export function showSeveral(bench) {
  const size = (side) =>
    number(side, (value) =>
      bench.change(
        bench.chosen.map((field) => sized(field, { ...field, [side]: value }, bench.kinds[field.kind])),
      ),
    );
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
      make("div", { className: "tools" }, ...wanted(bench)),
      make("div", { className: "pair" }, size("width"), size("height")),
    );
}

// All as large as the last of them, or as the one that was chosen before.
export function sameSize(bench) {
  const fields = bench.chosen;
  const model = fields.length > 1 ? fields[fields.length - 1] : bench.field(bench.before);
  bench.change(fields.map((field) => sized(field, model, bench.kinds[field.kind])));
}
