// One at a time for each checkout: a name that the system frees with the process, however it ends.
import { createHash } from 'node:crypto';
import { connect, createServer } from 'node:net';
import { ROOT, StepError } from './setup.mjs';

const nameOf = (what) =>
  `\0ulpen-${createHash('sha256').update(`${ROOT}\n${what}`).digest('hex').slice(0, 24)}`;

/** What the holder says of itself, or null when it has gone by now. */
function ask(name) {
  return new Promise((resolve) => {
    let said = '';
    const socket = connect(name);
    socket.setEncoding('utf8');
    socket.on('data', (text) => (said += text));
    socket.on('error', () => resolve(null));
    socket.on('close', () => resolve(said));
    socket.setTimeout(3000, () => socket.destroy());
  });
}

/**
 * Takes the name for this process.
 *
 * @param what is held, such as `start`
 * @param refuse gives the words for a second one, from what the first says of itself
 * @returns what this process says of itself from now on, and how to let go
 * @throws StepError when another process of this checkout holds it
 */
export async function holdAlone(what, refuse) {
  const name = nameOf(what);
  let said = `pid ${process.pid}`;
  for (let tries = 0; tries < 3; tries++) {
    const server = createServer((socket) => socket.on('error', () => {}).end(said));
    const taken = await new Promise((resolve, reject) => {
      server.once('listening', () => resolve(false));
      server.once('error', (e) => (e.code === 'EADDRINUSE' ? resolve(true) : reject(e)));
      server.listen(name);
    });
    if (!taken) {
      server.unref();
      return {
        say: (text) => (said = text),
        letGo: () => new Promise((resolve) => server.close(() => resolve())),
      };
    }
    const holder = await ask(name);
    if (holder !== null) throw new StepError(refuse(holder));
  }
  throw new StepError(refuse('another one'));
}
