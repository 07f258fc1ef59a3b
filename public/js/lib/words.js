// The words of this page's scripts, from the block that the page brings along.

import { listed, sentence } from "./wording.js";

const block = document.querySelector("script[data-block=words]");
const words = block ? JSON.parse(block.textContent) : {};
// The pseudo-language has the plurals of English.
const language = document.documentElement.lang.split("-")[0] || "en";

export const say = (key, facts) => sentence(words, key, facts, language);
export const list = (names) => listed(names, language === "en" ? "en-GB" : language);
