// An identity provider that speaks SAML 2.0, by other makers, with one person, who is let in without questions.
// Started as: node identity.mjs PORT KEY CERTIFICATE PERSON (JSON: subject, email, name, groups, context) DESCRIPTION,
// the last being where the office describes itself.
import { createServer } from "node:http";
import { readFileSync } from "node:fs";
import samlify from "samlify";

const [port, key, certificate, told, description] = process.argv.slice(2);
const person = JSON.parse(told);
const issuer = `http://127.0.0.1:${port}`;
samlify.setSchemaValidator({ validate: async () => "not looked at" });

const usual = samlify.SamlLib.defaultLoginResponseTemplate.context;
const binding = (name) => `urn:oasis:names:tc:SAML:2.0:bindings:${name}`;
const idp = samlify.IdentityProvider({
  entityID: `${issuer}/metadata`,
  privateKey: readFileSync(key),
  signingCert: readFileSync(certificate),
  requestSignatureAlgorithm: "http://www.w3.org/2001/04/xmldsig-more#rsa-sha256",
  wantLogoutRequestSigned: true,
  nameIDFormat: ["urn:oasis:names:tc:SAML:2.0:nameid-format:persistent"],
  singleSignOnService: [{ Binding: binding("HTTP-Redirect"), Location: `${issuer}/sso` }],
  singleLogoutService: [{ Binding: binding("HTTP-Redirect"), Location: `${issuer}/slo` }],
  loginResponseTemplate: {
    context: usual.replace("{AuthnStatement}{AttributeStatement}", "{Told}"),
    attributes: [],
  },
});

const attribute = (name, values) => `<saml:Attribute Name="${name}">${values
  .map((value) => `<saml:AttributeValue>${value}</saml:AttributeValue>`)
  .join("")}</saml:Attribute>`;

const fill = (sp, question) => (template) => {
  const now = new Date();
  const later = new Date(now.getTime() + 300_000);
  const id = `_${crypto.randomUUID()}`;
  const place = sp.entityMeta.getAssertionConsumerService("post");
  const statement = `<saml:AuthnStatement AuthnInstant="${now.toISOString()}" SessionIndex="session-1">
    <saml:AuthnContext><saml:AuthnContextClassRef>${person.context}</saml:AuthnContextClassRef></saml:AuthnContext>
    </saml:AuthnStatement><saml:AttributeStatement>${attribute("mail", [person.email])}
    ${attribute("displayName", [person.name])}${attribute("groups", person.groups)}</saml:AttributeStatement>`;
  const values = {
    ID: id,
    AssertionID: `_${crypto.randomUUID()}`,
    Destination: place,
    Audience: sp.entityMeta.getEntityID(),
    EntityID: sp.entityMeta.getEntityID(),
    SubjectRecipient: place,
    Issuer: idp.entityMeta.getEntityID(),
    IssueInstant: now.toISOString(),
    AssertionConsumerServiceURL: place,
    StatusCode: "urn:oasis:names:tc:SAML:2.0:status:Success",
    ConditionsNotBefore: now.toISOString(),
    ConditionsNotOnOrAfter: later.toISOString(),
    SubjectConfirmationDataNotOnOrAfter: later.toISOString(),
    NameIDFormat: "urn:oasis:names:tc:SAML:2.0:nameid-format:persistent",
    NameID: person.subject,
    InResponseTo: question.extract.request.id,
  };
  return { id, context: samlify.SamlLib.replaceTagsByValue(template.replace("{Told}", statement), values) };
};

const office = async () =>
  samlify.ServiceProvider({
    metadata: await (await fetch(description)).text(),
    wantLogoutRequestSigned: true,
    wantLogoutResponseSigned: true,
  });

const routes = {
  "/metadata": async (query, answer) => answer.end(idp.getMetadata()),
  "/sso": async (query, answer) => {
    const sp = await office();
    const question = await idp.parseLoginRequest(sp, "redirect", { query });
    const made = await idp.createLoginResponse(sp, question, "post", {}, fill(sp, question));
    answer.setHeader("content-type", "text/html");
    answer.end(`<form method="post" action="${made.entityEndpoint}">
      <input type="hidden" name="SAMLResponse" value="${made.context}"></form>
      <script>document.forms[0].submit()</script>`);
  },
  // Somebody signs out here: the office is told by their browser.
  "/out": async (query, answer) => {
    const sp = await office();
    const made = idp.createLogoutRequest(sp, "redirect", { logoutNameID: person.subject, sessionIndex: "session-1" });
    answer.writeHead(302, { location: made.context }).end();
  },
  // The office says that somebody has signed out there, or answers.
  "/slo": async (query, answer, raw) => {
    if (query.SAMLResponse) return answer.end("Signed out of everything");
    const sp = await office();
    const octetString = raw.slice(0, raw.indexOf("&Signature="));
    const asked = await idp.parseLogoutRequest(sp, "redirect", { query, octetString });
    const made = idp.createLogoutResponse(sp, asked, "redirect", "");
    answer.writeHead(302, { location: made.context }).end();
  },
};

createServer(async (request, answer) => {
  const url = new URL(request.url, issuer);
  try {
    await routes[url.pathname](Object.fromEntries(url.searchParams), answer, url.search.slice(1));
  } catch (fault) {
    console.log(fault);
    answer.writeHead(500).end(String(fault));
  }
}).listen(Number(port), "127.0.0.1", () => console.log("ready"));
