// Pure arithmetic on fields: places in points, from the lower left corner of the page.

export const round = (number) => Math.round(number * 100) / 100;

export function withinPage(field, [width, height]) {
  const w = Math.min(field.width, width);
  const h = Math.min(field.height, height);
  return {
    ...field,
    width: round(w),
    height: round(h),
    x: round(Math.min(Math.max(field.x, 0), width - w)),
    y: round(Math.min(Math.max(field.y, 0), height - h)),
  };
}

export const moved = (field, dx, dy) => ({ ...field, x: field.x + dx, y: field.y + dy });

// Grows to the right and downwards: the upper left corner stays.
export function resized(field, dx, dy, kind) {
  const width = Math.max(field.width + dx, kind.least_width);
  const height = Math.max(field.height + dy, kind.least_height);
  return { ...field, width, height, y: field.y + field.height - height };
}

// The size of other, as far as the kind allows; the upper left corner stays.
export const sized = (field, other, kind) =>
  resized(field, other.width - field.width, other.height - field.height, kind);

const edges = (fields) => ({
  left: Math.min(...fields.map((field) => field.x)),
  right: Math.max(...fields.map((field) => field.x + field.width)),
  bottom: Math.min(...fields.map((field) => field.y)),
  top: Math.max(...fields.map((field) => field.y + field.height)),
});

// The fields with one edge or their middles on one line. edge: left, right, top, bottom, middle (side by
// side) or centre (one above the other).
export function aligned(fields, edge) {
  const all = edges(fields);
  const places = {
    left: () => ({ x: all.left }),
    right: (field) => ({ x: all.right - field.width }),
    bottom: () => ({ y: all.bottom }),
    top: (field) => ({ y: all.top - field.height }),
    middle: (field) => ({ y: (all.bottom + all.top - field.height) / 2 }),
    centre: (field) => ({ x: (all.left + all.right - field.width) / 2 }),
  };
  return fields.map((field) => ({ ...field, ...places[edge](field) }));
}

// The fields with the same room between each two; the outermost stay. along: x or y.
export function distributed(fields, along) {
  const size = along === "x" ? "width" : "height";
  const order = [...fields].sort((one, two) => one[along] - two[along]);
  const first = order[0];
  const last = order[order.length - 1];
  const taken = order.reduce((sum, field) => sum + field[size], 0);
  const gap = (last[along] + last[size] - first[along] - taken) / (order.length - 1);
  let at = first[along];
  const places = new Map(
    order.map((field) => {
      const place = at;
      at += field[size] + gap;
      return [field, place];
    }),
  );
  return fields.map((field) => ({ ...field, [along]: places.get(field) }));
}

// Does the box touch the field? Both in points on the same page.
export const touches = (box, field) =>
  box.x < field.x + field.width &&
  field.x < box.x + box.width &&
  box.y < field.y + field.height &&
  field.y < box.y + box.height;

// "2-4, 7" as [2, 3, 4, 7], without what is beyond most.
export function pagesOf(text, most) {
  const numbers = text.split(",").flatMap((part) => {
    const [, from, to] = part.match(/^\s*(\d+)\s*(?:-\s*(\d+)\s*)?$/) || [];
    return from
      ? Array.from(
          { length: Math.max(Math.min(Number(to || from), most) - Number(from) + 1, 0) },
          (_, index) => Number(from) + index,
        )
      : [];
  });
  return [...new Set(numbers)].filter((number) => number >= 1 && number <= most);
}
