// Names of fields in formulas.

const LONGEST = 40;

const takenBy = (fields) => new Set(fields.map((field) => field.key));

// name, or the next that counts on from it and is not taken: "berth" => "berth_2", "berth_2" => "berth_3".
export function countedOn(name, taken) {
  if (!taken.has(name)) return name;
  const [, stem, last] = name.match(/^(.*?)(?:_(\d+))?$/);
  let number = Number(last || 1) + 1;
  while (taken.has(`${stem}_${number}`)) number += 1;
  return `${stem}_${number}`;
}

// What is put behind all of several names so that none of them is taken: "" or "_2", "_3", ...
export function suffixFor(names, fields) {
  const taken = takenBy(fields);
  let number = 1;
  const suffix = () => (number === 1 ? "" : `_${number}`);
  while (names.some((name) => taken.has(name + suffix()))) number += 1;
  return suffix();
}

// "Port of call (last)" => "port_of_call_last"; "" where nothing of it can be a name.
export const nameOf = (label) =>
  label
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/ß/g, "ss")
    .replace(/[^a-z0-9]+/g, "_")
    .replace(/^[_0-9]+|_+$/g, "")
    .slice(0, LONGEST - 4);

const hasValue = (kinds, kind) => kinds[kind].filled_by === "party" || kind === "computed";

// A name that is not taken yet, made of a label where there is one; none for what has no value of its own. A box of
// "one of several" joins the one that was placed just before. bench: {kinds, joins, fields}.
export function freshKey({ kinds, joins, fields }, kind, party, label = "") {
  if (!hasValue(kinds, kind)) return "";
  if (kind === "one_of" && joins?.party === party) return joins.key;
  const name = nameOf(label);
  return countedOn(name || `${kind}_1`, takenBy(fields));
}

// Was the name given by freshKey, without a label?
export const plainKey = (field) => new RegExp(`^${field.kind}_\\d+$`).test(field.key);

// The same field again, with a name that counts on; the boxes of "one of several" stay together, and want another
// possibility.
export function again(bench, field, values) {
  const { id, name, ...rest } = field;
  const box = field.kind === "one_of";
  return {
    ...rest,
    key: box || field.key === "" ? field.key : countedOn(field.key, takenBy(bench.fields)),
    settings: box ? { ...field.settings, option: "" } : field.settings,
    ...values,
  };
}
