import { createServer } from 'node:http';

/** What the stand-ins share: a small server on loopback, requests and answers as JSON. */
const MAX_BODY = 10_000;

/** An error that is answered with its words. */
export const refusal = (status, message) => Object.assign(new Error(message), { status });

/** @param answer takes a request and its response; what it throws is answered as text. @returns where it listens, and `stop` */
export async function serve(answer, port = 0) {
  const server = createServer((request, response) => {
    void answer(request, response).catch((error) => {
      response.writeHead(error.status ?? 500, { 'content-type': 'text/plain' });
      response.end(error.message);
    });
  });
  await new Promise((resolve, reject) => server.once('error', reject).listen(port, '127.0.0.1', resolve));
  return {
    address: `http://127.0.0.1:${server.address().port}`,
    async stop() {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    }
  };
}

export async function body(request) {
  let text = '';
  for await (const chunk of request) {
    text += chunk;
    if (text.length > MAX_BODY) throw refusal(413, 'That is too long.');
  }
  try {
    return JSON.parse(text);
  } catch {
    throw refusal(400, 'That is not JSON.');
  }
}

export function json(response, value) {
  response.writeHead(200, { 'content-type': 'application/json' });
  response.end(JSON.stringify(value));
}
