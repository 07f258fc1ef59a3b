// What differs between the words of two documents.

import { diffArrays } from "../../vendor/diff/array.js";

// Beyond these it would take longer than anybody waits.
const LIMITS = { maxEditLength: 4000, timeout: 4000 };

// before, after: [{word, ...}, ...]. Returns [{gone: [...], come: [...]}, ...] of those words, in order; null where
// the two are too different to say.
export function changesOf(before, after) {
  const texts = [before, after].map((words) => words.map(({ word }) => word));
  const parts = diffArrays(...texts, LIMITS);
  if (!parts) return null;
  const changes = [];
  let [left, right] = [0, 0];
  let open = null;
  parts.forEach(({ added, removed, value: { length } }) => {
    if (!added && !removed) {
      open = null;
      left += length;
      right += length;
      return;
    }
    if (!open) changes.push((open = { gone: [], come: [], at: [left, right] }));
    if (removed) {
      open.gone.push(...before.slice(left, left + length));
      left += length;
    } else {
      open.come.push(...after.slice(right, right + length));
      right += length;
    }
  });
  return changes;
}
