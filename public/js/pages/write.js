// A document is written in place. The text goes along with the form as HTML.

import {
  DOMParser,
  DOMSerializer,
  EditorState,
  EditorView,
  Plugin,
  history,
  isInTable,
  redo,
  tableEditing,
  undo,
} from "../../vendor/prosemirror/prosemirror.min.mjs";
import { button, make } from "../lib/dom.js";
import { say } from "../lib/words.js";
import { ChosenField } from "../writing/chosen.js";
import { LOOKS, OF_TABLES, entries } from "../writing/entries.js";
import { keys } from "../writing/keys.js";
import { nodeViews } from "../writing/marks.js";
import { schema } from "../writing/schema.js";
import { slash } from "../writing/slash.js";

const root = document.querySelector("[data-writing]");
const source = root.querySelector("[data-html]");
const form = source.form;
const paper = root.querySelector("[data-paper]");
const chosen = new ChosenField(root.querySelector("[data-chosen]"));
const loaded = source.value;

function read(html) {
  const { body } = new window.DOMParser().parseFromString(html, "text/html");
  return DOMParser.fromSchema(schema).parse(body);
}

function written(doc) {
  const shell = make("div");
  shell.append(DOMSerializer.fromSchema(schema).serializeFragment(doc.content));
  return shell.innerHTML;
}

// What is typed is in the form at once: it goes along however the form is sent.
const keeping = new Plugin({
  view: () => ({
    update: (view, before) => {
      if (!before.doc.eq(view.state.doc)) source.value = written(view.state.doc);
    },
  }),
});

const bar = root.querySelector("[data-bar]");
const LOOK = { className: "btn btn-outline-primary btn-sm" };
const ofTables = make("span", { className: "of-tables", hidden: true });

// What changes a table is offered inside of one.
const telling = new Plugin({
  view: () => ({
    update: ({ state }) => {
      ofTables.hidden = !isInTable(state);
    },
  }),
});

const plugins = [telling, slash(), ...keys, history(), tableEditing(), keeping, new Plugin({ view: () => chosen })];
const view = new EditorView(paper, {
  state: EditorState.create({ doc: read(source.value), plugins }),
  nodeViews,
  attributes: {
    role: "textbox",
    "aria-multiline": "true",
    "aria-label": say("writing.text"),
    "aria-haspopup": "listbox",
    "aria-controls": "slash",
    class: "written",
  },
});
chosen.update(view);
source.hidden = true;
root.querySelector("[data-plain]").hidden = true;
paper.hidden = false;

const step = (words, run) => button(words, () => run(view), LOOK);
ofTables.append(...Object.entries(OF_TABLES).map(([id, run]) => step(say(`writing.tables.${id}`), run)));
bar.append(
  ...Object.entries(LOOKS).map(([id, run]) => step(say(`writing.looks.${id}`), run)),
  ofTables,
  step(say("writing.undo"), ({ state, dispatch }) => undo(state, dispatch)),
  step(say("writing.redo"), ({ state, dispatch }) => redo(state, dispatch)),
);

const lists = root.querySelector("[data-put-in]");
["fields", "particulars", "clauses"].forEach((group) => {
  const items = entries.filter((entry) => entry.group === group);
  if (items.length === 0) return;
  const list = make("ul", { className: "plain-list" });
  list.append(
    ...items.map(({ words, run }) => make("li", {}, button(words, () => run(view), { className: "as-link" }))),
  );
  const title = make("summary", { textContent: say(`writing.groups.${group}`) });
  lists.append(make("details", { open: group === "fields" }, title, list));
});

let sent = false;
form.addEventListener("submit", () => {
  sent = true;
});
window.addEventListener("beforeunload", (event) => {
  if (!sent && source.value !== loaded && view.state.doc.textContent !== "") event.preventDefault();
});
