// Reads a calendar file from its input with a reader that others wrote, and prints its events as JSON.

import ICAL from "ical.js";
import { readFileSync } from "node:fs";

const calendar = new ICAL.Component(ICAL.parse(readFileSync(0, "utf8")));
const events = calendar.getAllSubcomponents("vevent").map((one) => {
  const event = new ICAL.Event(one);
  return {
    uid: event.uid,
    summary: event.summary,
    starts: event.startDate.toUnixTime(),
    alarm: one.getFirstSubcomponent("valarm").getFirstPropertyValue("trigger").toSeconds(),
  };
});
console.log(JSON.stringify(events));
