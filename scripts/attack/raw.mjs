import { connect } from 'node:net';

/** Sends a request as it is written, byte by byte, and answers its status; 0 where the line was only closed. */
export const askRaw = (baseUrl, { method = 'GET', path, headers = {}, body = '' }) =>
  new Promise((resolve) => {
    const { hostname, port } = new URL(baseUrl);
    let said = '';
    const done = () => resolve(Number(/^HTTP\/1\.1 (\d{3})/.exec(said)?.[1] ?? 0));
    const socket = connect(Number(port), hostname, () => {
      const lines = Object.entries({ Host: `${hostname}:${port}`, Connection: 'close', ...headers });
      const length = body ? `Content-Length: ${Buffer.byteLength(body, 'latin1')}\r\n` : '';
      socket.write(
        Buffer.from(
          `${method} ${path} HTTP/1.1\r\n${lines.map(([name, value]) => `${name}: ${value}\r\n`).join('')}${length}\r\n${body}`,
          'latin1',
        ),
      );
    });
    socket.setTimeout(30_000, () => socket.destroy());
    socket.on('data', (data) => {
      if (said.length < 20) said += data.toString('latin1');
      // Streams of news never end by themselves.
      if (said.length >= 12) socket.destroy();
    });
    socket.on('error', done).on('close', done);
  });
