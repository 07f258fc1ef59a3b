// What a written document may hold: that of Core::Documents::Written, which cleans what comes from here once more.

import { Schema, addListNodes, tableNodes } from "../../vendor/prosemirror/prosemirror.min.mjs";
import { make } from "../lib/dom.js";

const HEADINGS = 3;
const field = {
  inline: true,
  group: "inline",
  atom: true,
  attrs: {
    kind: {},
    party: { default: "A" },
    name: { default: "" },
    label: { default: "" },
    required: { default: true },
  },
  parseDOM: [
    {
      tag: "span[data-field]",
      getAttrs: ({ dataset }) => ({
        kind: dataset.field,
        party: dataset.party || "A",
        name: dataset.name || "",
        label: dataset.label || "",
        required: dataset.required !== "no",
      }),
    },
  ],
  toDOM: ({ attrs: { kind, party, name, label, required } }) => [
    "span",
    {
      "data-field": kind,
      "data-party": party,
      "data-name": name,
      "data-label": label,
      "data-required": required ? "yes" : "no",
    },
  ],
};

const particular = {
  inline: true,
  group: "inline",
  atom: true,
  attrs: { name: {} },
  parseDOM: [{ tag: "span[data-particular]", getAttrs: ({ dataset }) => ({ name: dataset.particular }) }],
  toDOM: ({ attrs }) => ["span", { "data-particular": attrs.name }],
};

// A clause of the office stands as it is kept; html: what it says, for the eye.
const clause = {
  group: "block",
  atom: true,
  attrs: { name: {}, version: {}, html: { default: "" } },
  parseDOM: [
    {
      tag: "section[data-clause]",
      getAttrs: (element) => {
        const [name, version] = element.dataset.clause.split("/");
        return { name, version: Number(version), html: element.innerHTML };
      },
    },
  ],
  toDOM: ({ attrs }) => {
    const section = make("section", { data: { clause: `${attrs.name}/${attrs.version}` } });
    section.append(make("p", { textContent: attrs.name }));
    return section;
  },
};

const heading = {
  content: "inline*",
  group: "block",
  defining: true,
  attrs: { level: { default: 1 } },
  parseDOM: Array.from({ length: HEADINGS }, (_, index) => ({ tag: `h${index + 1}`, attrs: { level: index + 1 } })),
  toDOM: ({ attrs }) => [`h${attrs.level}`, 0],
};

const basic = {
  doc: { content: "block+" },
  paragraph: { content: "inline*", group: "block", parseDOM: [{ tag: "p" }], toDOM: () => ["p", 0] },
  heading,
  clause,
  text: { group: "inline" },
  hard_break: {
    inline: true,
    group: "inline",
    selectable: false,
    parseDOM: [{ tag: "br" }],
    toDOM: () => ["br"],
  },
  particular,
  field,
  ...tableNodes({ tableGroup: "block", cellContent: "block+", cellAttributes: {} }),
};

const marks = {
  strong: { parseDOM: [{ tag: "strong" }, { tag: "b" }], toDOM: () => ["strong", 0] },
  em: { parseDOM: [{ tag: "em" }, { tag: "i" }], toDOM: () => ["em", 0] },
};

const lists = addListNodes(new Schema({ nodes: basic }).spec.nodes, "block+", "block");
// Clauses are numbered 1, 1.1, 1.1.1.
const clauseList = {
  content: "list_item+",
  group: "block",
  parseDOM: [{ tag: "ol.clauses", priority: 60 }],
  toDOM: () => ["ol", { class: "clauses" }, 0],
};
const numbers = { ...lists.get("ordered_list"), attrs: {}, parseDOM: [{ tag: "ol" }], toDOM: () => ["ol", 0] };

export const schema = new Schema({
  nodes: lists.update("ordered_list", numbers).addToEnd("clause_list", clauseList),
  marks,
});
