// What this page's scripts start with, from the block that the page brings along.

const block = document.querySelector("script[data-block=given]");

export const given = block ? JSON.parse(block.textContent) : {};
