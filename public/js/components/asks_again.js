// Choices on which the rest of a form hangs: once one is made, the form is asked for anew with what was typed.

for (const form of document.querySelectorAll("form[data-asks-again]")) {
  form.addEventListener("change", (event) => {
    const choice = event.target.closest("[data-asks]");
    if (!choice) return;
    form.action = form.getAttribute("action").split("#")[0] + (choice.dataset.asks ? `#${choice.dataset.asks}` : "");
    form.requestSubmit(form.querySelector("button[value=show]"));
  });
}
