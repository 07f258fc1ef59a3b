// How particulars, fields and clauses of the office are seen in a text.

import { DOMParser, DOMSerializer } from "../../vendor/prosemirror/prosemirror.min.mjs";
import { button, make } from "../lib/dom.js";
import { given } from "../lib/given.js";
import { say } from "../lib/words.js";
import { schema } from "./schema.js";

const kinds = new Map(given.kinds || []);
const labels = new Map(given.particulars || []);
const known = new Map((given.clauses || []).map((clause) => [clause.name, clause]));

const chip = (look, words) => ({ dom: make("span", { className: `chip ${look}`, textContent: words }) });

const field = ({ attrs }) => {
  const what = attrs.label || kinds.get(attrs.kind) || attrs.kind;
  const view = chip("field-chip", attrs.required ? what : say("writing.optional", { field: what }));
  view.dom.prepend(make("b", { textContent: attrs.party }), " ");
  view.dom.dataset.party = attrs.party;
  return view;
};

const particular = ({ attrs }) => chip("particular-chip", labels.get(attrs.name) || attrs.name);

// What a clause says is built of the nodes that a document may hold, whatever stands in its HTML.
function said(html) {
  const parsed = new window.DOMParser().parseFromString(html, "text/html").body;
  const { content } = DOMParser.fromSchema(schema).parse(parsed);
  const shown = make("div");
  shown.append(DOMSerializer.fromSchema(schema).serializeFragment(content));
  shown.querySelectorAll("[data-particular]").forEach((mark) => {
    mark.textContent = labels.get(mark.dataset.particular) || mark.dataset.particular;
    mark.className = "chip particular-chip";
  });
  return shown;
}

function clause(node, view, place) {
  const newest = known.get(node.attrs.name);
  const title = say("writing.clause", { title: newest?.title || node.attrs.name, version: node.attrs.version });
  const head = make("div", { className: "clause-head small", textContent: title });
  if (newest && newest.version > node.attrs.version) {
    const take = () => {
      const attrs = { name: newest.name, version: newest.version, html: newest.body };
      view.dispatch(view.state.tr.setNodeMarkup(place(), null, attrs));
    };
    head.append(" ", button(say("writing.take", { version: newest.version }), take, { className: "as-link" }));
  }
  const dom = make("section", { className: "office-clause" }, head, said(node.attrs.html));
  dom.setAttribute("contenteditable", "false");
  return { dom, stopEvent: (event) => event.target.closest("button") !== null };
}

export const nodeViews = { field, particular, clause };
