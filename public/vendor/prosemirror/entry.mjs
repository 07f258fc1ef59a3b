export { Schema, DOMParser, DOMSerializer, Fragment, Slice } from "prosemirror-model";
export { EditorState, Plugin, NodeSelection, TextSelection } from "prosemirror-state";
export { EditorView, Decoration, DecorationSet } from "prosemirror-view";
export { keymap } from "prosemirror-keymap";
export { baseKeymap, chainCommands, exitCode, lift, setBlockType, toggleMark, wrapIn } from "prosemirror-commands";
export { history, redo, undo } from "prosemirror-history";
export { inputRules, textblockTypeInputRule, wrappingInputRule } from "prosemirror-inputrules";
export { addListNodes, liftListItem, sinkListItem, splitListItem, wrapInList } from "prosemirror-schema-list";
export { addColumnAfter, addRowAfter, deleteColumn, deleteRow, deleteTable, goToNextCell, isInTable, tableEditing, tableNodes } from "prosemirror-tables";
