// The words of a page, and where something stands in them, whatever its case, accents and spaces.

const plain = (character) =>
  /\s/.test(character) ? " " : character.normalize("NFKD").replace(/[\p{M}\u00ad]/gu, "").toLowerCase();

// What is looked for, as the text of a page has it.
export const folded = (text) => [...text].map(plain).join("").replace(/ +/g, " ").trim();

export class PageText {
  // items: of pdf.js's text of a page, [{str, hasEOL}, ...].
  constructor(items) {
    this.text = "";
    this.places = []; // [item, offset] of each character of the text
    this.signs = []; // each character as it is written there
    items.forEach(({ str, hasEOL }, item) => {
      for (let offset = 0; offset < str.length; offset += 1)
        {this.add(plain(str[offset]), item, offset, str[offset]);}
      if (hasEOL) this.add(" ", item, str.length, " ");
    });
  }

  // One character may be written as several, as a ligature is.
  add(characters, item, offset, sign) {
    if (characters === " " && this.text.endsWith(" ")) return;
    this.text += characters;
    for (let index = 0; index < characters.length; index += 1) {
      this.places.push([item, offset]);
      this.signs.push(index === 0 ? sign : "");
    }
  }

  // Its words as they are written: [{word, from, to}, ...], from and to as find has them.
  words() {
    return [...this.text.matchAll(/[^ ]+/g)].map(({ 0: { length }, index }) => ({
      word: this.signs.slice(index, index + length).join(""),
      from: this.places[index],
      to: this.places[index + length - 1],
    }));
  }

  // Each place of words, folded: [{from: [item, offset], to: [item, offset]}, ...], both within.
  find(words) {
    const found = [];
    let at = words ? this.text.indexOf(words) : -1;
    while (at >= 0) {
      found.push({ from: this.places[at], to: this.places[at + words.length - 1] });
      at = this.text.indexOf(words, at + words.length);
    }
    return found;
  }
}
