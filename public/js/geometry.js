// Pure arithmetic on fields: places in points, from the lower left corner of the page.

export const round = (number) => Math.round(number * 100) / 100;

export function withinPage(field, [width, height]) {
  const w = Math.min(field.width, width);
  const h = Math.min(field.height, height);
  return { ...field, width: round(w), height: round(h), x: round(Math.min(Math.max(field.x, 0), width - w)), y: round(Math.min(Math.max(field.y, 0), height - h)) };
}

export const moved = (field, dx, dy) => ({ ...field, x: field.x + dx, y: field.y + dy });

// Grows to the right and downwards: the upper left corner stays.
export function resized(field, dx, dy, kind) {
  const width = Math.max(field.width + dx, kind.least_width);
  const height = Math.max(field.height + dy, kind.least_height);
  return { ...field, width, height, y: field.y + field.height - height };
}
