// The pointer on the pages: fields are moved and resized, a band over empty space chooses what it touches,
// a click there asks what to put; kinds are dragged from the list.

const FAR = 5; // pixels before a press becomes a drag

export class Pointer {
  // on: {viewAt, hold, held, drag, dropped, rename, band, pick, down, drop}, as placement.js gives them.
  constructor(root, on) {
    this.root = root;
    this.on = on;
  }

  listen(views) {
    views.forEach(({ overlay }, index) => {
      overlay.addEventListener("pointerdown", (event) => this.press(event, views[index]));
      overlay.addEventListener("dblclick", (event) => {
        const spot = event.target.closest(".spot");
        if (spot) this.on.rename(Number(spot.dataset.id));
      });
    });
  }

  press(event, view) {
    if (event.button !== 0) return;
    const spot = event.target.closest(".spot");
    if (spot) this.pressField(event, view, spot);
    else if (event.target === view.overlay) this.pressPage(event, view);
  }

  pressField(event, view, spot) {
    event.preventDefault();
    this.on.hold(Number(spot.dataset.id), event);
    const start = this.on.held();
    const resizing = "grip" in event.target.dataset;
    const { scale } = view.viewport;
    let asked = 0;
    const drag = (now) =>
      this.on.drag(
        start,
        (now.clientX - event.clientX) / scale,
        (now.clientY - event.clientY) / scale,
        resizing,
      );
    this.follow(
      event,
      spot,
      (now) => {
        // One change for each picture that the screen shows, however often the pointer reports.
        cancelAnimationFrame(asked);
        asked = requestAnimationFrame(() => drag(now));
      },
      (now) => {
        cancelAnimationFrame(asked);
        if (asked) drag(now);
        this.on.dropped();
      },
    );
  }

  pressPage(event, view) {
    this.on.down();
    const bounds = view.overlay.getBoundingClientRect();
    const at = (now) => [now.clientX - bounds.left, now.clientY - bounds.top];
    const from = at(event);
    let band = null;
    this.follow(
      event,
      view.overlay,
      (now) => {
        if (!band && Math.hypot(now.clientX - event.clientX, now.clientY - event.clientY) < FAR) return;
        band ||= view.overlay.appendChild(
          Object.assign(document.createElement("div"), { className: "band" }),
        );
        const to = at(now);
        const [left, top] = [0, 1].map((axis) => Math.min(from[axis], to[axis]));
        Object.assign(band.style, {
          left: `${left}px`,
          top: `${top}px`,
          width: `${Math.abs(to[0] - from[0])}px`,
          height: `${Math.abs(to[1] - from[1])}px`,
        });
      },
      (now) => {
        if (!band) {
          this.on.pick(view, ...from, ...view.viewport.convertToPdfPoint(...from));
          return;
        }
        band.remove();
        const [one, two] = [from, at(now)].map((point) => view.viewport.convertToPdfPoint(...point));
        this.on.band(view, {
          x: Math.min(one[0], two[0]),
          y: Math.min(one[1], two[1]),
          width: Math.abs(two[0] - one[0]),
          height: Math.abs(two[1] - one[1]),
        });
      },
    );
  }

  // A kind from the list: a press that goes far becomes a drag onto a page; otherwise it stays a click.
  dragKind(event, kind, label) {
    let ghost = null;
    this.follow(
      event,
      event.currentTarget,
      (now) => {
        if (!ghost && Math.hypot(now.clientX - event.clientX, now.clientY - event.clientY) < FAR) return;
        ghost ||= document.body.appendChild(
          Object.assign(document.createElement("div"), { className: "carried", textContent: label }),
        );
        Object.assign(ghost.style, { left: `${now.clientX + 4}px`, top: `${now.clientY - 8}px` });
      },
      (now) => {
        if (!ghost) return;
        ghost.remove();
        // The click that follows is not meant.
        event.target.addEventListener("click", (click) => click.stopImmediatePropagation(), {
          capture: true,
          once: true,
        });
        const overlay = document
          .elementsFromPoint(now.clientX, now.clientY)
          .find((element) => element.classList.contains("overlay"));
        const view = overlay && this.on.viewAt(overlay);
        if (!view) return;
        const bounds = overlay.getBoundingClientRect();
        this.on.drop(
          kind,
          view,
          ...view.viewport.convertToPdfPoint(now.clientX - bounds.left, now.clientY - bounds.top),
        );
      },
    );
  }

  follow(event, element, move, stop) {
    element.setPointerCapture(event.pointerId);
    const end = (now) => {
      element.removeEventListener("pointermove", move);
      ["pointerup", "pointercancel"].forEach((name) => element.removeEventListener(name, end));
      stop(now);
    };
    element.addEventListener("pointermove", move);
    ["pointerup", "pointercancel"].forEach((name) => element.addEventListener(name, end));
  }
}
