// Opens and closes the page's dialogs: data-opens="ID" on a button, data-closes inside the dialog.

document.addEventListener("click", (event) => {
  const opener = event.target.closest("[data-opens]");
  if (opener) document.getElementById(opener.dataset.opens).showModal();
  const closer = event.target.closest("[data-closes]");
  if (closer) closer.closest("dialog").close();
});

// A dialog that was refused comes back open, with the first wrong field in focus.
document.querySelectorAll("dialog[data-open-now]").forEach((dialog) => {
  dialog.showModal();
  dialog.querySelector("[aria-invalid]")?.focus();
});
