// A certified OpenID Connect provider with one client and one person, who is let in without questions.
// Started as: node provider.mjs PORT CLIENT SECRET RETURN_TO ENDED PERSON (JSON: claims, acr, amr).
import Provider from "oidc-provider";
import { generateKeyPairSync } from "node:crypto";

const [port, client, secret, returnTo, ended, person] = process.argv.slice(2);
const { acr, amr, ...claims } = JSON.parse(person);
const key = (kind, options, alg) => ({
  ...generateKeyPairSync(kind, options).privateKey.export({ format: "jwk" }),
  use: "sig",
  alg,
  kid: alg,
});
const issuer = `http://127.0.0.1:${port}`;

const provider = new Provider(issuer, {
  clients: [
    {
      client_id: client,
      client_secret: secret,
      redirect_uris: [returnTo],
      post_logout_redirect_uris: [new URL("/login", returnTo).href],
      backchannel_logout_uri: ended,
      backchannel_logout_session_required: true,
      id_token_signed_response_alg: process.env.ALGORITHM ?? "RS256",
    },
  ],
  jwks: { keys: [key("rsa", { modulusLength: 2048 }, "RS256"), key("ec", { namedCurve: "P-384" }, "ES384")] },
  claims: {
    openid: ["sub", "sid", "acr", "amr"],
    profile: ["name", "groups"],
    email: ["email", "email_verified"],
  },
  enabledJWA: { idTokenSigningAlgValues: ["RS256", "ES384"] },
  acrValues: acr ? [acr] : [],
  cookies: { keys: ["peer"] },
  features: {
    devInteractions: { enabled: false },
    backchannelLogout: { enabled: true },
    rpInitiatedLogout: { enabled: true },
  },
  pkce: { required: () => true, methods: ["S256"] },
  findAccount: (ctx, id) => ({ accountId: id, claims: () => ({ sub: id, ...claims }) }),
  interactions: { url: (ctx, interaction) => `/interaction/${interaction.uid}` },
});

provider.use(async (ctx, next) => {
  if (!ctx.path.startsWith("/interaction/")) return next();
  const { prompt, params } = await provider.interactionDetails(ctx.req, ctx.res);
  let result;
  if (prompt.name === "login") {
    result = { login: { accountId: claims.sub, acr, amr } };
  } else {
    const grant = new provider.Grant({ accountId: claims.sub, clientId: params.client_id });
    grant.addOIDCScope("openid profile email");
    result = { consent: { grantId: await grant.save() } };
  }
  await provider.interactionFinished(ctx.req, ctx.res, result, { mergeWithLastSubmission: true });
});

provider.listen(Number(port), "127.0.0.1", () => console.log("ready"));
