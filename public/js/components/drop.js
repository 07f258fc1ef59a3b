// Files that are dropped on the page, or chosen in it, go into an intake one by one, each with its progress.
//
// form[data-drop] begins a new intake; [data-drop-more] adds to the one that is open; [data-drop-onto] on
// any page begins one with the class and case file of that page.

import { say } from "../lib/words.js";

const list = document.querySelector("[data-dropped]");

// One line for a file; returns a function that says how far it is.
function lineFor(file) {
  const item = document.createElement("li");
  const name = document.createElement("span");
  name.className = "mono";
  name.textContent = file.name;
  const bar = document.createElement("progress");
  bar.max = 1;
  bar.value = 0;
  bar.setAttribute("aria-label", say("drop.progress", { name: file.name }));
  const words = document.createElement("span");
  item.append(name, " ", bar, " ", words);
  list.append(item);
  return (share, text, bad = false) => {
    bar.value = share;
    bar.hidden = share >= 1 || bad;
    words.textContent = text;
    words.className = bad ? "bad" : "faded";
  };
}

// Sends one file; true when it was taken in.
function send(file, address, token) {
  const tell = lineFor(file);
  const body = new FormData();
  body.append("file", file);
  return new Promise((resolve) => {
    const request = new XMLHttpRequest();
    request.open("POST", address);
    request.setRequestHeader("accept", "application/json");
    request.setRequestHeader("x-csrf-token", token);
    request.upload.addEventListener("progress", (event) =>
      tell((event.loaded / Math.max(event.total, 1)) * 0.99, say("drop.on_its_way")),
    );
    request.addEventListener("load", () => {
      const taken = request.status < 300;
      let words = say("drop.uploaded");
      if (!taken) {
        try {
          words = JSON.parse(request.responseText).problem;
        } catch {
          words = say("drop.refused", { status: request.status });
        }
      }
      tell(taken ? 1 : 0, words, !taken);
      resolve(taken);
    });
    request.addEventListener("error", () => {
      tell(0, say("drop.broken"), true);
      resolve(false);
    });
    request.send(body);
  });
}

async function sendAll(files, address, token) {
  let taken = 0;
  for (const file of files) if (await send(file, address, token)) taken += 1;
  return taken;
}

async function begin(form, files) {
  const body = new FormData();
  ["_csrf", "class", "case"].forEach((name) => body.append(name, form.elements[name].value));
  const answer = await fetch(form.action, { method: "POST", body, headers: { accept: "application/json" } });
  const told = await answer.json();
  if (!answer.ok) {
    lineFor(files[0])(0, told.problem, true);
    return;
  }
  await sendAll(files, `${told.address}/files`, told.token);
  location.assign(told.address);
}

const form = document.querySelector("form[data-drop]");
const more = document.querySelector("[data-drop-more]");

function take(files) {
  if (files.length === 0) return undefined;
  if (form) return begin(form, files);
  return sendAll(files, more.dataset.dropMore, more.dataset.token).then((taken) => {
    if (taken > 0) document.querySelector("#intake button[value=save]").click();
  });
}

if (form || more) {
  const carriesFiles = (event) => [...event.dataTransfer.types].includes("Files");
  document.addEventListener("dragover", (event) => {
    if (!carriesFiles(event)) return;
    event.preventDefault();
    document.body.classList.add("dropping");
  });
  document.addEventListener("dragleave", (event) => {
    if (event.relatedTarget === null) document.body.classList.remove("dropping");
  });
  document.addEventListener("drop", (event) => {
    if (!carriesFiles(event)) return;
    event.preventDefault();
    document.body.classList.remove("dropping");
    take([...event.dataTransfer.files]);
  });
  (form || more).querySelector("input[type=file]").addEventListener("change", (event) => {
    take([...event.target.files]);
    event.target.value = "";
  });
}
