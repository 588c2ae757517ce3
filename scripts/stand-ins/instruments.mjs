/**
 * A calliper, a torque driver, a barcode scanner and a label printer, as far as the application sees them. Readings go out as
 * lines of JSON on /stream, labels come in on /label and are drawn; the page at / drives all of it. See docs/instruments.md.
 */
import { readFileSync } from 'node:fs';
import bwip from 'bwip-js/node';
import { body, json, refusal, serve } from './http.mjs';

const FORMAT = 'eager-wrench/device@1';
const PAGE = readFileSync(new URL('instruments.html', import.meta.url), 'utf8');

/** @returns where it listens, `say` to let a device speak, the labels printed so far, and `stop` */
export async function startInstruments(port = 0) {
  const streams = new Set();
  const labels = [];

  function say(reading) {
    const line = `${JSON.stringify({ format: FORMAT, ...reading })}\n`;
    for (const response of streams) response.write(line);
    return streams.size;
  }

  async function answer(request, response) {
    const { pathname } = new URL(request.url, 'http://devices');
    if (request.method === 'GET' && pathname === '/stream') {
      response.writeHead(200, { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' });
      response.flushHeaders();
      streams.add(response);
      request.on('close', () => streams.delete(response));
      return;
    }
    if (request.method === 'POST' && pathname === '/say') return json(response, { heard: say(await body(request)) });
    if (request.method === 'POST' && pathname === '/label') {
      const label = await body(request);
      labels.unshift(drawn(label));
      labels.length = Math.min(labels.length, 20);
      return json(response, { printed: true });
    }
    if (request.method === 'GET' && pathname === '/labels') return json(response, labels);
    if (request.method === 'GET' && pathname === '/') {
      response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' });
      return response.end(PAGE);
    }
    throw refusal(404, 'There is nothing here.');
  }

  const server = await serve(answer, port);
  return {
    address: server.address,
    say,
    labels,
    async stop() {
      for (const response of streams) response.end();
      await server.stop();
    }
  };
}

/** A label of 50 by 30 mm as SVG, its code as Code 128. */
function drawn({ lines, code }) {
  const bars = bwip.toSVG({ bcid: 'code128', text: code, height: 8, includetext: true, textsize: 7 });
  const escape = (text) => String(text).replace(/[<>&"]/g, (c) => `&#${c.charCodeAt(0)};`);
  const text = lines
    .map(
      (line, i) =>
        `<text x="2.5" y="${4.4 + i * 3.6}" font-size="${i === 0 ? 3.6 : 2.9}" font-weight="${i === 0 ? 700 : 400}">${escape(line)}</text>`
    )
    .join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 50 30" width="250" font-family="sans-serif"><rect width="50" height="30" rx="1" fill="#fff" stroke="#888" stroke-width=".2"/>${text}${bars.replace('<svg', '<svg x="2.5" y="18" width="45" height="11" preserveAspectRatio="xMinYMid meet"')}</svg>`;
}
