// A field is called something else where it stands.

import { make } from "../../lib/dom.js";
import { freshKey, plainKey } from "./names.js";
import { say } from "../../lib/words.js";

export function renameField(bench, id) {
  const field = bench.field(id);
  const element = bench.element(id);
  const input = make("input", {
    value: field.settings.label || "",
    className: "renaming",
    maxLength: 100,
    aria: { label: say("placement.rename") },
  });
  let done = false;
  const end = (keep) => {
    if (done) return;
    done = true;
    input.remove();
    const label = input.value.trim();
    if (keep && label !== (field.settings.label || "")) rename(bench, bench.field(id), label);
    else bench.draw(bench.field(id));
    bench.element(id)?.focus({ preventScroll: true });
  };
  input.addEventListener("keydown", (event) => {
    event.stopPropagation();
    if (event.key === "Enter" || event.key === "Escape") end(event.key === "Enter");
  });
  input.addEventListener("pointerdown", (event) => event.stopPropagation());
  input.addEventListener("blur", () => end(true));
  element.replaceChildren(bench.letter(field.party), input);
  input.select();
  input.focus();
}

// A name in formulas that nobody chose goes along.
function rename(bench, field, label) {
  const key = label && plainKey(field) ? freshKey(bench, field.kind, field.party, label) : field.key;
  bench.change([{ ...field, key, settings: { ...field.settings, label } }]);
}
