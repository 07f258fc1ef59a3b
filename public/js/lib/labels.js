// What a place on a page is called, by the words that stand beside it.

const FAR_LEFT = 160; // points
const FAR_ABOVE = 16;
const LONGEST = 60;

// Runs of words on one line, as pdf.js has them.
const runsOf = (items) =>
  items
    .filter(({ str }) => str?.trim())
    .map(({ str, transform, width, height }) => ({
      text: str,
      left: transform[4],
      right: transform[4] + width,
      bottom: transform[5],
      top: transform[5] + height,
    }));

const plain = (text) =>
  text
    .replace(/[_.…]{3,}.*$/, "")
    .replace(/[\s:*]+$/, "")
    .replace(/\s+/g, " ")
    .trim();

const says = (text) => /\p{L}{2}/u.test(text) && text.length <= LONGEST;

// Those that end before the place on its line, joined as far as they stand close to one another.
function onTheLeft(runs, { x, y, height }) {
  const beside = runs
    .filter((run) => run.right <= x + 4 && x - run.right < FAR_LEFT)
    .filter((run) => run.bottom < y + height && run.top > y - 3)
    .sort((one, two) => two.right - one.right);
  const words = [];
  let from = null;
  for (const run of beside) {
    if (from !== null && from - run.right > 12) break;
    words.unshift(run.text);
    from = run.left;
  }
  return words.join(" ");
}

const above = (runs, { x, y, width, height }) =>
  runs
    .filter((run) => run.left < x + width && run.right > x)
    .filter((run) => run.bottom >= y + height - 2 && run.bottom - y - height < FAR_ABOVE)
    .sort((one, two) => one.bottom - two.bottom || one.left - two.left)
    .map((run) => run.text)[0] || "";

// items: of pdf.js's text of the page; spot: {x, y, width, height} in points. "" where nothing says it.
export function labelOf(items, spot) {
  const runs = runsOf(items);
  return [onTheLeft(runs, spot), above(runs, spot)].map(plain).find(says) || "";
}
