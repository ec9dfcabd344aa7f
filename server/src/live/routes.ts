import type { Route } from '../http/route';
import type { Change, Listener } from './listener';

/** Keeps proxies and the browser from taking a quiet stream for a dead one. */
const HEARTBEAT_MS = 20_000;

export function liveRoutes(listener: Listener): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/events',
      stream: true,
      summary:
        'What changes in the yard, as server-sent events: {kind: "job", id, version}, {kind: "log", id}, {kind: "shop"}, {kind: "stores"}, {kind: "photos", id}, {kind: "resync"}',
      answers: { 200: { description: 'a stream that does not end', type: 'text/event-stream' } },
      handle: (req, res) => {
        // no-transform keeps the compression from holding events back.
        res.status(200).set({
          'Content-Type': 'text/event-stream',
          'Cache-Control': 'no-cache, no-transform',
          'X-Accel-Buffering': 'no',
        });
        res.write('retry: 1000\n\n');
        const send = (change: Change): void => void res.write(`data: ${JSON.stringify(change)}\n\n`);
        const unsubscribe = listener.subscribe(send);
        const beat = setInterval(() => void res.write(': still here\n\n'), HEARTBEAT_MS);
        req.on('close', () => {
          clearInterval(beat);
          unsubscribe();
        });
      },
    },
  ];
}
