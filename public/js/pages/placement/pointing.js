// What the pointer does on the pages of a draft.

import { renameField } from "./renaming.js";
import { moved, resized, touches } from "../../lib/geometry.js";

// A field is taken hold of: with Shift or Ctrl it is added to what is chosen.
function hold(bench, chooser, id, event) {
  chooser.close();
  if (event.shiftKey || event.ctrlKey || event.metaKey) return bench.toggle(id);
  if (!bench.chosenIds.includes(id)) bench.choose([id]);
  return bench.element(id).focus({ preventScroll: true });
}

function drag(bench, start, dx, dy, resizing) {
  const next = (field) =>
    resizing ? resized(field, dx, dy, bench.kinds[field.kind]) : moved(field, dx, -dy);
  bench.change(start.map(next), { light: true });
}

// Chooses what a band around box touches.
function band(bench, view, box) {
  const touched = bench.fields.filter((field) => bench.view(field) === view && touches(box, field));
  bench.choose(touched.map((field) => field.id));
}

// As Pointer takes it.
export function pointing(bench, adding, chooser) {
  const look = (view) => bench.pages.look({ document: view.document, page: view.number });
  return {
    viewAt: (element) => bench.pages.all().find((view) => view.overlay === element),
    hold: (id, event) => hold(bench, chooser, id, event),
    held: () => bench.chosen,
    drag: (start, dx, dy, resizing) => drag(bench, start, dx, dy, resizing),
    dropped: () => {
      bench.showChosen();
      bench.proposals?.dropUnder(bench.chosen);
    },
    rename: (id) => renameField(bench, id),
    band: (view, box) => band(bench, view, box),
    pick: (view, left, top, x, y) => {
      look(view);
      chooser.open(view, left, top, x, y);
    },
    down: () => chooser.close(),
    drop: (kind, view, x, y) => {
      look(view);
      adding.put(adding.fresh(kind, bench.pages.at, x, y));
    },
  };
}
