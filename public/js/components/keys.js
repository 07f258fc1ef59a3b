// Keys that work on every page: find, rows, new docket, evidence, the list of keys.

const typing = (element) => element.closest("input, textarea, select, [contenteditable]") !== null;

const rows = () => [...document.querySelectorAll("table[data-rows] tbody tr")];

function choose(step) {
  const all = rows();
  if (all.length === 0) return;
  const now = all.findIndex((row) => row.classList.contains("chosen"));
  const next = Math.min(Math.max(now + step, 0), all.length - 1);
  all.forEach((row, index) => row.classList.toggle("chosen", index === next));
  all[next].scrollIntoView({ block: "nearest" });
  all[next].querySelector("a.opens").focus();
}

// A new docket from the record that is open, or from the one chosen in a list.
function prepare() {
  const chosen = document.querySelector("tr.chosen[data-number]");
  const form = document.querySelector("[data-prepare-chosen]");
  if (chosen && form) {
    form.elements.number.value = chosen.dataset.number;
    form.requestSubmit();
  } else document.getElementById("prepare")?.requestSubmit();
}

// The evidence of what is open, or else the place for it.
function evidence() {
  location.href = document.querySelector("[data-evidence]")?.dataset.evidence || "/evidence";
}

const keys = document.getElementById("keys");
const showKeys = (show) => (show ? !keys.open && keys.showModal() : keys.close());

const actions = {
  "/": () => document.getElementById("find").focus(),
  "?": () => showKeys(true),
  j: () => choose(1),
  k: () => choose(-1),
  n: prepare,
  e: evidence,
};

document.addEventListener("keydown", (event) => {
  if (
    event.ctrlKey ||
    event.metaKey ||
    event.altKey ||
    typing(event.target) ||
    document.querySelector("[data-placement]")
  )
    {return;}
  const action = actions[event.key];
  if (!action) return;
  event.preventDefault();
  action();
});
