// Signatures and initials that somebody keeps, as they look.

import { showMark } from "./mark_picture.js";

document.querySelectorAll("[data-kept-mark]").forEach((place) => showMark(place, JSON.parse(place.dataset.keptMark)));
