// Keys of a text, and what is made of what is typed at the beginning of a line.

import {
  baseKeymap,
  chainCommands,
  exitCode,
  goToNextCell,
  inputRules,
  keymap,
  liftListItem,
  redo,
  sinkListItem,
  splitListItem,
  textblockTypeInputRule,
  toggleMark,
  undo,
  wrappingInputRule,
} from "../../vendor/prosemirror/prosemirror.min.mjs";
import { schema } from "./schema.js";

const { nodes, marks } = schema;
const newLine = chainCommands(exitCode, (state, dispatch) => {
  dispatch?.(state.tr.replaceSelectionWith(nodes.hard_break.create()).scrollIntoView());
  return true;
});

// Tab leaves the text, but within tables and lists: there it goes to the next cell, or a step deeper.
const own = keymap({
  "Mod-z": undo,
  "Mod-y": redo,
  "Shift-Mod-z": redo,
  "Mod-b": toggleMark(marks.strong),
  "Mod-i": toggleMark(marks.em),
  "Shift-Enter": newLine,
  Enter: splitListItem(nodes.list_item),
  Tab: chainCommands(goToNextCell(1), sinkListItem(nodes.list_item)),
  "Shift-Tab": chainCommands(goToNextCell(-1), liftListItem(nodes.list_item)),
});

const rules = inputRules({
  rules: [
    textblockTypeInputRule(/^(#{1,3})\s$/, nodes.heading, ([, signs]) => ({ level: signs.length })),
    wrappingInputRule(/^[-*]\s$/, nodes.bullet_list),
    wrappingInputRule(/^1\.\s$/, nodes.ordered_list),
    wrappingInputRule(/^§\s$/, nodes.clause_list),
  ],
});

export const keys = [rules, own, keymap(baseKeymap)];
