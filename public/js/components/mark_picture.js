// A signature or initials as they look in their place.

const SVG = "http://www.w3.org/2000/svg";

// The strokes as a picture; the server draws the same strokes into the document.
function drawing(mark) {
  const picture = document.createElementNS(SVG, "svg");
  picture.setAttribute("class", "drawn");
  picture.setAttribute("viewBox", `0 0 ${mark.width} ${mark.height}`);
  mark.strokes.forEach((points) => {
    const line = document.createElementNS(SVG, "polyline");
    const look = {
      points: points.map((point) => point.join(",")).join(" "),
      fill: "none",
      stroke: "#1D2B2F",
      "stroke-width": String(mark.height / 40),
      "stroke-linecap": "round",
    };
    Object.entries(look).forEach(([name, value]) => line.setAttribute(name, value));
    picture.append(line);
  });
  return picture;
}

// Shows a mark in the element of its spot.
export function showMark(element, mark) {
  if (mark.picture) {
    element.replaceChildren(
      Object.assign(document.createElement("img"), {
        className: "drawn",
        alt: "",
        src: `data:image/png;base64,${mark.picture}`,
      }),
    );
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
  if (written.offsetWidth > room) written.style.fontSize = `${(size * room) / written.offsetWidth}px`;
  return undefined;
}
