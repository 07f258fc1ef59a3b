// A form that can be sent only once. It stands by itself: what is slow on a page must not keep it waiting.

const form = document.querySelector("form[data-once]");
form?.addEventListener("submit", () => {
  const button = form.querySelector("button");
  setTimeout(() => {
    button.disabled = true;
    button.textContent = button.dataset.sending;
  });
});

// Whoever comes back by the browser's own button finds the page as it is now, not as it was while sending.
addEventListener("pageshow", (event) => {
  if (event.persisted) location.reload();
});
