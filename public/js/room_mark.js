// Making a signature or initials: typed, or drawn with the mouse, a pen or a finger.

import SignaturePad from "/vendor/signature_pad/signature_pad.min.js";

const SVG = "http://www.w3.org/2000/svg";
const WIDEST_PICTURE = 600;
const HIGHEST_PICTURE = 240;
const WORDS = {
  signature: { title: "Your signature", label: "Your name, as you sign", take: "Use this signature", none: "Type your name first, or draw your signature." },
  initials: { title: "Your initials", label: "Your initials, as you sign", take: "Use these initials", none: "Type your initials first, or draw them." },
};

export const initialsOf = (name) => name.split(/\s+/).map((word) => word[0] || "").join("").toUpperCase();

// The strokes as a picture; the server draws the same strokes into the document.
function drawing(mark) {
  const picture = document.createElementNS(SVG, "svg");
  picture.setAttribute("class", "drawn");
  picture.setAttribute("viewBox", `0 0 ${mark.width} ${mark.height}`);
  mark.strokes.forEach((points) => {
    const line = document.createElementNS(SVG, "polyline");
    const look = { points: points.map((point) => point.join(",")).join(" "), fill: "none", stroke: "#1D2B2F", "stroke-width": String(mark.height / 40), "stroke-linecap": "round" };
    Object.entries(look).forEach(([name, value]) => line.setAttribute(name, value));
    picture.append(line);
  });
  return picture;
}

// Shows a mark in the element of its spot.
export function showMark(element, mark) {
  if (mark.picture) {
    element.replaceChildren(Object.assign(document.createElement("img"), { className: "drawn", alt: "", src: `data:image/png;base64,${mark.picture}` }));
    return undefined;
  }
  if (!mark.typed) return element.replaceChildren(drawing(mark));
  const written = document.createElement("span");
  written.className = "written";
  written.textContent = mark.typed;
  element.replaceChildren(written);
  const room = element.clientWidth - 12;
  const size = element.clientHeight * 0.72;
  written.style.fontSize = `${size}px`;
  if (written.offsetWidth > room) written.style.fontSize = `${size * room / written.offsetWidth}px`;
  return undefined;
}

// The least box that holds all strokes, a little wider: the signature fills its spot.
function drawn(data) {
  const strokes = data.map((stroke) => stroke.points.map((point) => [point.x, point.y]));
  const all = strokes.flat();
  const [left, top] = [0, 1].map((axis) => Math.min(...all.map((point) => point[axis])) - 4);
  const [right, bottom] = [0, 1].map((axis) => Math.max(...all.map((point) => point[axis])) + 4);
  const tenth = (number) => Math.round(number * 10) / 10;
  return {
    strokes: strokes.map((points) => points.map(([x, y]) => [tenth(x - left), tenth(y - top)])),
    width: Math.max(tenth(right - left), 10), height: Math.max(tenth(bottom - top), 10),
  };
}

export class MarkDialog {
  // root: the room; name: of the party; onTake(kind, mark): is called with what was made.
  constructor(root, name, onTake) {
    this.dialog = root.querySelector("[data-mark-dialog]");
    this.part = (part) => this.dialog.querySelector(`[data-${part}]`);
    this.typed = this.dialog.querySelector("#typed");
    this.texts = { signature: name, initials: initialsOf(name) };
    this.onTake = onTake;
    this.way = "type";
    this.kind = "signature";
    this.part("take").addEventListener("click", () => this.take());
    this.part("clear").addEventListener("click", () => this.pad?.clear());
    this.dialog.querySelector("#picture").addEventListener("change", (event) => this.load(event.target.files[0]));
    this.typed.addEventListener("input", () => { this.texts[this.kind] = this.typed.value; this.showTyped(); });
    this.dialog.querySelectorAll("[data-way]").forEach((tab) => tab.addEventListener("click", () => this.show(tab.dataset.way)));
  }

  open(kind) {
    this.kind = kind;
    this.part("mark-title").textContent = WORDS[kind].title;
    this.part("typed-label").textContent = WORDS[kind].label;
    this.part("take").textContent = WORDS[kind].take;
    this.typed.value = this.texts[kind];
    this.say("");
    this.dialog.showModal();
    this.pad?.clear();
    this.show(this.way);
    this.showTyped();
  }

  show(way) {
    this.way = way;
    this.dialog.querySelectorAll("[data-way]").forEach((tab) => tab.setAttribute("aria-selected", String(tab.dataset.way === way)));
    this.dialog.querySelector("#way-type").hidden = way !== "type";
    this.dialog.querySelector("#way-draw").hidden = way !== "draw";
    this.dialog.querySelector("#way-picture").hidden = way !== "picture";
    if (way !== "draw" || this.pad) return;
    const canvas = this.part("pad");
    canvas.width = canvas.clientWidth;
    canvas.height = canvas.clientHeight;
    this.pad = new SignaturePad(canvas, { penColor: "#1D2B2F", minWidth: 1.2, maxWidth: 2.4 });
  }

  take() {
    const text = this.typed.value.trim();
    const none = { type: text === "", draw: !this.pad || this.pad.isEmpty(), picture: this.part("picture-look").width === 0 }[this.way];
    if (none) return this.say(WORDS[this.kind].none);
    const mark = { type: () => ({ typed: text }), draw: () => drawn(this.pad.toData()), picture: () => ({ picture: this.part("picture-look").toDataURL("image/png").split(",")[1] }) }[this.way]();
    this.dialog.close();
    return this.onTake(this.kind, mark);
  }

  // A picture is made small here, and a PNG, whatever it came as.
  async load(file) {
    this.say("");
    try {
      const bitmap = await createImageBitmap(file);
      const scale = Math.min(WIDEST_PICTURE / bitmap.width, HIGHEST_PICTURE / bitmap.height, 1);
      const canvas = this.part("picture-look");
      canvas.width = Math.max(Math.round(bitmap.width * scale), 10);
      canvas.height = Math.max(Math.round(bitmap.height * scale), 10);
      canvas.getContext("2d").drawImage(bitmap, 0, 0, canvas.width, canvas.height);
    } catch {
      this.say("This picture can’t be read. Take a PNG or JPEG.");
    }
  }

  showTyped() { this.part("typed-look").textContent = this.typed.value; }

  say(text) { this.part("mark-says").textContent = text; }
}
