// Finds contacts while a name is typed, for every field with data-contact. What a choice fills in: with
// data-contact-fills="email=ID organisation=ID" those fields as well; with data-contact="line" the field
// alone, as "Name <address>".

import { say } from "../lib/words.js";

const PAUSE = 180;

class Finder {
  constructor(field) {
    this.field = field;
    this.contacts = [];
    this.chosen = -1;
    this.list = document.createElement("ul");
    Object.assign(this.list, { className: "found", id: `${field.id}-found`, hidden: true });
    this.list.setAttribute("role", "listbox");
    this.list.setAttribute("aria-label", say("contacts.found"));
    field.after(this.list);
    const attributes = {
      role: "combobox",
      "aria-autocomplete": "list",
      "aria-controls": this.list.id,
      "aria-expanded": "false",
    };
    Object.entries(attributes).forEach(([name, value]) => field.setAttribute(name, value));
    field.addEventListener("input", () => {
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.find(), PAUSE);
    });
    field.addEventListener("blur", () => this.close());
    field.addEventListener("keydown", (event) => this.key(event));
  }

  show() {
    this.list.replaceChildren(...this.contacts.map((contact, index) => this.item(contact, index)));
    this.list.hidden = this.contacts.length === 0;
    this.field.setAttribute("aria-expanded", String(!this.list.hidden));
    if (this.chosen >= 0) this.field.setAttribute("aria-activedescendant", `${this.list.id}-${this.chosen}`);
    else this.field.removeAttribute("aria-activedescendant");
  }

  item(contact, index) {
    const item = document.createElement("li");
    item.id = `${this.list.id}-${index}`;
    item.setAttribute("role", "option");
    item.setAttribute("aria-selected", String(index === this.chosen));
    const name = document.createElement("strong");
    name.textContent = contact.name;
    const rest = document.createElement("span");
    rest.className = "faded small";
    rest.textContent = [contact.organisation, contact.email].filter(Boolean).join(", ");
    item.append(name, " ", rest);
    item.addEventListener("pointerdown", (event) => {
      event.preventDefault();
      this.take(contact);
    });
    return item;
  }

  close() {
    this.contacts = [];
    this.chosen = -1;
    this.show();
  }

  take(contact) {
    const line = this.field.dataset.contact === "line" && contact.email;
    this.field.value = line ? `${contact.name} <${contact.email}>` : contact.name;
    const fills = (this.field.dataset.contactFills || "")
      .split(" ")
      .filter(Boolean)
      .map((pair) => pair.split("="));
    fills.forEach(([key, id]) => {
      document.getElementById(id).value = contact[key];
    });
    this.taken = this.field.value.trim();
    this.field.dispatchEvent(new Event("input", { bubbles: true }));
    this.close();
  }

  async find() {
    const text = this.field.value.trim();
    if (text.length < 2 || text === this.taken) return this.close(); // what was just taken is not looked for again
    this.taken = null;
    const answer = await fetch(`/contacts/found?${new URLSearchParams({ text })}`, {
      headers: { accept: "application/json" },
    });
    if (!answer.ok || this.field.value.trim() !== text) return undefined;
    this.contacts = await answer.json();
    this.chosen = -1;
    return this.show();
  }

  key(event) {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step && this.contacts.length > 0) {
      event.preventDefault();
      this.chosen = (this.chosen + step + this.contacts.length) % this.contacts.length;
      this.show();
    } else if (event.key === "Enter" && this.chosen >= 0) {
      event.preventDefault();
      this.take(this.contacts[this.chosen]);
    } else if (event.key === "Escape") this.close();
  }
}

function findFields() {
  document.querySelectorAll("[data-contact]:not([role=combobox])").forEach((field) => new Finder(field));
}
findFields();
document.addEventListener("brought-up-to-date", findFields);
