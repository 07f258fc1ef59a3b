// Finds contacts while a name is typed, and fills in the rest. The field: data-contact; where the rest goes: data-contact-fills="email=ID organisation=ID".

const PAUSE = 180;
const field = document.querySelector("[data-contact]");
const targets = Object.fromEntries(field.dataset.contactFills.split(" ").map((pair) => pair.split("=")));
const list = document.createElement("ul");
list.className = "found";
list.id = `${field.id}-found`;
list.hidden = true;
list.setAttribute("role", "listbox");
list.setAttribute("aria-label", "Contacts that fit");
field.after(list);
Object.entries({ role: "combobox", "aria-autocomplete": "list", "aria-controls": list.id, "aria-expanded": "false" }).forEach(([name, value]) => field.setAttribute(name, value));

let contacts = [];
let chosen = -1;
let timer = null;

function show() {
  list.replaceChildren(...contacts.map((contact, index) => {
    const item = document.createElement("li");
    item.id = `${list.id}-${index}`;
    item.setAttribute("role", "option");
    item.setAttribute("aria-selected", String(index === chosen));
    const name = document.createElement("strong");
    name.textContent = contact.name;
    const rest = document.createElement("span");
    rest.className = "faded small";
    rest.textContent = [contact.organisation, contact.email].filter(Boolean).join(", ");
    item.append(name, " ", rest);
    item.addEventListener("pointerdown", (event) => { event.preventDefault(); take(contact); });
    return item;
  }));
  list.hidden = contacts.length === 0;
  field.setAttribute("aria-expanded", String(!list.hidden));
  if (chosen >= 0) field.setAttribute("aria-activedescendant", `${list.id}-${chosen}`);
  else field.removeAttribute("aria-activedescendant");
}

function close() {
  contacts = [];
  chosen = -1;
  show();
}

function take(contact) {
  field.value = contact.name;
  Object.entries(targets).forEach(([key, id]) => { document.getElementById(id).value = contact[key]; });
  close();
}

async function find() {
  const text = field.value.trim();
  if (text.length < 2) return close();
  const answer = await fetch(`/contacts/found?${new URLSearchParams({ text })}`, { headers: { accept: "application/json" } });
  if (!answer.ok || field.value.trim() !== text) return undefined;
  contacts = await answer.json();
  chosen = -1;
  return show();
}

field.addEventListener("input", () => {
  clearTimeout(timer);
  timer = setTimeout(find, PAUSE);
});
field.addEventListener("blur", close);
field.addEventListener("keydown", (event) => {
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (step && contacts.length > 0) {
    event.preventDefault();
    chosen = (chosen + step + contacts.length) % contacts.length;
    show();
  } else if (event.key === "Enter" && chosen >= 0) {
    event.preventDefault();
    take(contacts[chosen]);
  } else if (event.key === "Escape") close();
});
