// Names of fields in formulas.

// A name that is not taken yet; none for what has no value of its own. A box of "one of several" joins the one
// that was placed just before. bench: {kinds, joins, fields}.
export function freshKey({ kinds, joins, fields }, kind, party) {
  if (kinds[kind].filled_by !== "party" && kind !== "computed") return "";
  if (kind === "one_of" && joins?.party === party) return joins.key;
  const taken = new Set(fields.map((field) => field.key));
  let number = 1;
  while (taken.has(`${kind}_${number}`)) number += 1;
  return `${kind}_${number}`;
}

// The same field again, without its own name; the boxes of "one of several" stay together, and want another
// possibility.
export function again(bench, field, values) {
  const { id, name, ...rest } = field;
  const box = field.kind === "one_of";
  return {
    ...rest,
    key: box ? field.key : freshKey(bench, field.kind, field.party),
    settings: box ? { ...field.settings, option: "" } : field.settings,
    ...values,
  };
}
