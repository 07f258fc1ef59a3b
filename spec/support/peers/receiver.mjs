// Takes what webhooks tell, and looks at each by the Standard Webhooks library.
// Started as: node receiver.mjs PORT. Secrets come by PUT /secret, what was told goes out by GET /told.
import { createServer } from "node:http";
import { Webhook } from "standardwebhooks";

const [port] = process.argv.slice(2);
let secret = "";
let told = [];

const text = async (request) => {
  const parts = [];
  for await (const part of request) parts.push(part);
  return Buffer.concat(parts).toString("utf8");
};

const take = (request, body) => {
  try {
    const message = new Webhook(secret).verify(body, request.headers);
    told.push({ path: request.url, id: request.headers["webhook-id"], message });
    return 204;
  } catch (problem) {
    told.push({ path: request.url, id: request.headers["webhook-id"], problem: problem.message });
    return 401;
  }
};

createServer(async (request, response) => {
  const body = await text(request);
  if (request.url === "/secret") {
    secret = body;
    told = [];
    return response.end();
  }
  if (request.url === "/told") return response.end(JSON.stringify(told));
  const code = take(request, body);
  if (request.url === "/inside") return response.writeHead(302, { location: `http://127.0.0.1:${port}/ok` }).end();
  const fixed = { "/gone": 410, "/down": 503 }[request.url];
  response.writeHead(fixed ?? code).end(fixed ? "Not today." : "");
}).listen(Number(port), "127.0.0.1");
