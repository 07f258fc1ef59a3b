// A directory by other makers: reads [{resource, operations, type}, ...] from its input, and prints for each what a
// PATCH makes of the resource, and what is wrong with it by the schemas of SCIM.
import SCIMMY from "scimmy";
import patch from "scim-patch";

let text = "";
for await (const part of process.stdin) text += part;

const { User, Group, EnterpriseUser } = SCIMMY.Schemas;
User.definition.extend(EnterpriseUser.definition, false);
const kinds = { User, Group };

const answers = JSON.parse(text).map(({ resource, operations, type }) => {
  const answer = {};
  try {
    new kinds[type](resource, "out");
  } catch (fault) {
    answer.wrong = fault.message;
  }
  if (operations) answer.patched = patch.scimPatch(structuredClone(resource), operations);
  return answer;
});
console.log(JSON.stringify(answers));
