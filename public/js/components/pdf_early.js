// Opens the documents that the page says it will show, before the page itself is there.

import { opened } from "./pdf_pages.js";

document.querySelectorAll("link[rel=preload][as=fetch]").forEach((link) => opened(link.getAttribute("href")));
