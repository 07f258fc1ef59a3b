// Sentences of entries of the locale files, without the page they stand on.

// "Page %{number}" with {number: 3} => "Page 3".
export const filled = (text, facts) =>
  text.replace(/%\{(\w+)\}/g, (place, name) => (name in facts ? String(facts[name]) : place));

// An entry with a plural is chosen by facts.count, by the rules of the language.
export function chosen(entry, facts, language = "en") {
  if (typeof entry === "string") return entry;
  const rule = new Intl.PluralRules(language).select(Number(facts.count));
  return entry[rule] ?? entry.other;
}

// The sentence of key ("room.count") in words, nested as the locale files are.
export function sentence(words, key, facts = {}, language = "en") {
  const entry = key.split(".").reduce((part, name) => part?.[name], words);
  return entry === undefined ? key : filled(chosen(entry, facts, language), facts);
}

// ["a", "b", "c"] => "a, b and c"
export const listed = (names, language = "en-GB") =>
  new Intl.ListFormat(language, { type: "conjunction" }).format(names);
