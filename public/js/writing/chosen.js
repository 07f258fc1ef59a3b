// What can be set of the field that is chosen in a text.

import { NodeSelection } from "../../vendor/prosemirror/prosemirror.min.mjs";
import { schema } from "./schema.js";

export class ChosenField {
  // form: [data-chosen], with controls named party, label, name and required.
  constructor(form) {
    this.form = form;
    this.controls = [...form.querySelectorAll("[data-of-field]")];
    this.controls.forEach((control) => control.addEventListener("input", () => this.keep()));
  }

  update(view) {
    this.view = view;
    const { selection } = view.state;
    const node = selection instanceof NodeSelection ? selection.node : null;
    const field = node?.type === schema.nodes.field;
    this.form.hidden = !field;
    if (!field || this.controls.includes(document.activeElement)) return;
    this.controls.forEach((control) => {
      const value = node.attrs[control.dataset.ofField];
      if (control.type === "checkbox") control.checked = value;
      else control.value = value;
    });
  }

  keep() {
    const { state } = this.view;
    const { from } = state.selection;
    const attrs = { ...state.selection.node.attrs };
    this.controls.forEach((control) => {
      attrs[control.dataset.ofField] = control.type === "checkbox" ? control.checked : control.value;
    });
    const change = state.tr.setNodeMarkup(from, null, attrs);
    this.view.dispatch(change.setSelection(NodeSelection.create(change.doc, from)));
  }

  destroy() {}
}
