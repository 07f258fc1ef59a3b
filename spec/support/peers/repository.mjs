// Walks a CMIS repository by the "cmis" client, and prints what it found as JSON.
// Started as: node repository.mjs URL TOKEN PDF REVISED.
import { createRequire } from "node:module";
import { readFileSync } from "node:fs";

delete globalThis.fetch; // its own knows the forms that it sends
const cmis = createRequire(import.meta.url)("cmis");
const [url, token, file, revised] = process.argv.slice(2);
const session = new cmis.CmisSession(url);
session.setCredentials("program", token);

const told = {};
const step = async (name, work) => {
  try {
    told[name] = await work();
  } catch (problem) {
    const body = problem.response ? await problem.response.json().catch(() => ({})) : {};
    told[name] = { failed: problem.response?.status ?? String(problem), ...body };
  }
};
const props = (object) => object.succinctProperties;

await session.loadRepositories();
await step("info", async () => (await session.getRepositoryInfo()).office.cmisVersionSupported);
await step("types", async () => (await session.getTypeChildren("cmis:document", true)).types.map((one) => one.id));
await step("definition", async () => (await session.getTypeDefinition("js:MB")).propertyDefinitions["js:vessel"]);
await step("root", async () => {
  const { objects } = await session.getChildren("root");
  return objects.map((one) => props(one.object)["cmis:name"]);
});

let folder;
await step("folder", async () => {
  folder = props(await session.getObjectByPath("/Berth licences"))["cmis:objectId"];
  return folder;
});
let made;
await step("made", async () => {
  const about = { "cmis:name": "By CMIS", "cmis:objectTypeId": "js:MB" };
  const properties = { ...about, "js:vessel": "MV Tern", "js:yearly_dues": "12.5" };
  made = props(await session.createDocument(folder, readFileSync(file), properties, "application/pdf"));
  return made;
});
const id = made?.["cmis:objectId"];
await step("bytes", async () => (await (await session.getContentStream(id)).buffer()).length);
// Each call adds to the options that it is given.
const from = () => ({ changeToken: made["cmis:changeToken"] });
await step("updated", async () => props(await session.updateProperties(id, { "js:vessel": "MV Knot" }, from())));
await step("stale", () => session.updateProperties(id, { "js:vessel": "MV Late" }, from()));
let copy;
await step("taken", async () => {
  copy = props(await session.checkOut(id));
  return copy;
});
await step("back", async () => {
  const name = { "cmis:name": "By CMIS.pdf" };
  const bytes = readFileSync(revised);
  return props(await session.checkIn(copy["cmis:objectId"], true, name, bytes, "application/pdf", "Once more"));
});
await step("versions", async () => (await (await session.getAllVersions(id, { objectId: id })).json())
  .map((one) => props(one)["cmis:versionLabel"]));
const found = async (statement) => (await session.query(statement)).results.map((one) => props(one));
const wanted = "js:vessel = 'MV Knot' AND js:yearly_dues < 13";
await step("query", () => found(`SELECT cmis:name, js:vessel FROM js:MB WHERE ${wanted}`));
const count = async (statement) => (await found(statement)).length;
await step("inFolder", () => count(`SELECT * FROM cmis:document WHERE IN_FOLDER('${folder}')`));
await step("folders", () => count("SELECT * FROM cmis:folder WHERE cmis:name LIKE 'Berth%'"));
await step("wrong", () => session.query("SELECT * FROM js:MB WHERE ((("));
await step("noType", () => session.query("SELECT * FROM js:NOPE"));
await step("changes", async () => {
  const { latestChangeLogToken } = (await session.getRepositoryInfo()).office;
  await session.updateProperties(id, { "js:vessel": "MV Ruff" });
  const log = await session.getContentChanges(latestChangeLogToken);
  return log.objects.map((one) => [props(one)["cmis:objectId"], one.changeEventInfo.changeType]);
});
await step("actions", () => session.getAllowableActions(id));
await step("parents", async () => (await session.getParents(id)).map((one) => props(one.object)["cmis:name"]));
await step("deleted", () => session.deleteObject(id));
await step("unknown", () => session.getObject("MB-0000-0000"));
session.setCredentials("program", "jst_wrong");
await step("stranger", () => session.getObject(id));
console.log(JSON.stringify(told));
