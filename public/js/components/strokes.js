// What was drawn on a signature pad, as strokes.

import SignaturePad from "/vendor/signature_pad/signature_pad.min.js";

// A pad over canvas, as large as it is shown.
export function padOver(canvas) {
  canvas.width = canvas.clientWidth;
  canvas.height = canvas.clientHeight;
  return new SignaturePad(canvas, { penColor: "#1D2B2F", minWidth: 1.2, maxWidth: 2.4 });
}

// The least box that holds all strokes, a little wider: the signature fills its spot.
export function drawn(data) {
  const strokes = data.map((stroke) => stroke.points.map((point) => [point.x, point.y]));
  const all = strokes.flat();
  const [left, top] = [0, 1].map((axis) => Math.min(...all.map((point) => point[axis])) - 4);
  const [right, bottom] = [0, 1].map((axis) => Math.max(...all.map((point) => point[axis])) + 4);
  const tenth = (number) => Math.round(number * 10) / 10;
  return {
    strokes: strokes.map((points) => points.map(([x, y]) => [tenth(x - left), tenth(y - top)])),
    width: Math.max(tenth(right - left), 10),
    height: Math.max(tenth(bottom - top), 10),
  };
}
