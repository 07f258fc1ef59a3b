// After a refusal the first wrong field has the focus; one in a dialog gets it from dialogs.js.

const wrong = document.querySelector("[aria-invalid='true']");
const field = wrong?.matches("fieldset") ? wrong.querySelector("input, select, textarea") : wrong;
if (field && !field.closest("dialog")) {
  field.closest("details")?.setAttribute("open", "");
  field.focus();
}
