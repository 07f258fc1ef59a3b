// All that can be put into a text: for the list at the side, for the buttons, and for what comes after a slash.
// An entry is {id, group, words, run(view)}.

import {
  TextSelection,
  setBlockType,
  toggleMark,
  wrapInList,
  addColumnAfter,
  addRowAfter,
  deleteColumn,
  deleteRow,
  deleteTable,
} from "../../vendor/prosemirror/prosemirror.min.mjs";
import { given } from "../lib/given.js";
import { say } from "../lib/words.js";
import { schema } from "./schema.js";

const TABLE = { rows: 3, columns: 2 };
const { nodes, marks } = schema;
const command = (act) => (view) => {
  act(view.state, view.dispatch, view);
  view.focus();
};

const put = (make) => (view) => {
  view.dispatch(view.state.tr.replaceSelectionWith(make(view)).scrollIntoView());
  view.focus();
};

function table() {
  const cells = (type) => Array.from({ length: TABLE.columns }, () => type.createAndFill());
  const row = (type) => nodes.table_row.create(null, cells(type));
  const rows = Array.from({ length: TABLE.rows }, (_, index) => row(index ? nodes.table_cell : nodes.table_header));
  return nodes.table.create(null, rows);
}

function putTable(view) {
  const at = view.state.selection.from;
  const change = view.state.tr.replaceSelectionWith(table());
  view.dispatch(change.setSelection(TextSelection.near(change.doc.resolve(at + 1))).scrollIntoView());
  view.focus();
}

export const LOOKS = {
  text: command(setBlockType(nodes.paragraph)),
  title: command(setBlockType(nodes.heading, { level: 1 })),
  heading: command(setBlockType(nodes.heading, { level: 2 })),
  subheading: command(setBlockType(nodes.heading, { level: 3 })),
  strong: command(toggleMark(marks.strong)),
  em: command(toggleMark(marks.em)),
  points: command(wrapInList(nodes.bullet_list)),
  numbers: command(wrapInList(nodes.ordered_list)),
  clauses: command(wrapInList(nodes.clause_list)),
  table: putTable,
};

export const OF_TABLES = {
  row: command(addRowAfter),
  column: command(addColumnAfter),
  no_row: command(deleteRow),
  no_column: command(deleteColumn),
  no_table: command(deleteTable),
};

const look = ([id, run]) => ({ id, group: "looks", words: say(`writing.looks.${id}`), run });
const looks = Object.entries(LOOKS).map(look);

// A field goes to whoever the field before it in the text belongs to.
function partyAt({ state }) {
  let party = "A";
  state.doc.nodesBetween(0, state.selection.from, (node) => {
    if (node.type === nodes.field) ({ party } = node.attrs);
  });
  return party;
}

const fields = (given.kinds || []).map(([kind, words]) => ({
  id: `field-${kind}`,
  group: "fields",
  words,
  run: put((view) => nodes.field.create({ kind, party: partyAt(view) })),
}));

const particulars = (given.particulars || []).map(([name, words]) => ({
  id: `particular-${name}`,
  group: "particulars",
  words,
  run: put(() => nodes.particular.create({ name })),
}));

const clauses = (given.clauses || []).map(({ name, version, title, body }) => ({
  id: `clause-${name}`,
  group: "clauses",
  words: title,
  run: put(() => nodes.clause.create({ name, version, html: body })),
}));

export const entries = [...fields, ...particulars, ...clauses, ...looks];
