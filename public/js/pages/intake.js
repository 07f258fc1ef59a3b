// The page of an intake: another class or case file is taken over at once, and everything that is typed is
// kept.

document.querySelectorAll("[data-resubmits]").forEach((choice) =>
  choice.addEventListener("change", () => {
    const then = document.createElement("input");
    Object.assign(then, { type: "hidden", name: "then", value: "save" });
    choice.form.append(then);
    choice.form.requestSubmit();
  }),
);
// Enter in a field saves; it neither flattens the first file nor keeps the records.
document.getElementById("intake")?.addEventListener("keydown", (event) => {
  if (event.key !== "Enter" || !event.target.matches("input:not([type=file])") || event.defaultPrevented)
    {return;}
  event.preventDefault();
  event.target.form.querySelector("button[value=save]").click();
});
