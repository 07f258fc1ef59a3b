// Rows of a list are ticked all at once, or from one to another with the shift key held.

for (const all of document.querySelectorAll("input[data-tick-all]")) {
  const table = all.closest("table");
  const boxes = [...table.querySelectorAll("tbody input[type=checkbox]")];
  let last = -1;

  const show = () => {
    const ticked = boxes.filter((box) => box.checked).length;
    all.checked = ticked > 0 && ticked === boxes.length;
    all.indeterminate = ticked > 0 && ticked < boxes.length;
  };

  const tick = (from, to, checked) =>
    boxes.slice(Math.min(from, to), Math.max(from, to) + 1).forEach((box) => (box.checked = checked));

  all.addEventListener("change", () => tick(0, boxes.length, all.checked));
  table.tBodies[0].addEventListener("click", (event) => {
    const index = boxes.indexOf(event.target);
    if (index < 0) return;
    if (event.shiftKey && last >= 0) tick(last, index, event.target.checked);
    last = index;
    show();
  });
  all.hidden = boxes.length === 0;
  show();
}
