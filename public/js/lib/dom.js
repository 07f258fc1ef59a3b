// Elements, made in one line.

export function make(name, values = {}, ...children) {
  const { data = {}, aria = {}, ...rest } = values;
  const element = Object.assign(document.createElement(name), rest);
  Object.entries(data).forEach(([key, value]) => {
    element.dataset[key] = value;
  });
  Object.entries(aria).forEach(([key, value]) =>
    element.setAttribute(key === "role" ? "role" : `aria-${key}`, value),
  );
  element.append(...children);
  return element;
}

export const button = (text, onClick, values = {}) => {
  const element = make("button", { type: "button", textContent: text, ...values });
  element.addEventListener("click", onClick);
  return element;
};
