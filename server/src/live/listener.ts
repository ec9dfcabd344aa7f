import { EventEmitter } from 'node:events';
import pg from 'pg';

/** What changed, as the triggers of the database tell it. `resync`: something may have been missed. */
export type Change =
  | { readonly kind: 'job'; readonly id: string; readonly version: number }
  | { readonly kind: 'log'; readonly id: string }
  | { readonly kind: 'shop' }
  | { readonly kind: 'stores' }
  | { readonly kind: 'photos'; readonly id: string }
  | { readonly kind: 'resync' };

export interface Listener {
  subscribe(hear: (change: Change) => void): () => void;
  /** Resolves once the database is heard for the first time. */
  readonly ready: Promise<void>;
  close(): Promise<void>;
}

const CHANNEL = 'nelbo';
const RETRY_MS = 500;

/**
 * Listens to the database on a connection of its own and passes on what changed, whichever server process wrote it.
 * A lost connection is taken up again; since notices may be missed meanwhile, everybody is told to look anew.
 */
export function listen(url: string, onLost: (error: Error) => void = () => undefined): Listener {
  const changes = new EventEmitter();
  changes.setMaxListeners(0);
  let client: pg.Client | undefined;
  let closed = false;
  let timer: NodeJS.Timeout | undefined;

  let heard: () => void = () => undefined;
  const ready = new Promise<void>((resolve) => (heard = resolve));

  async function connect(): Promise<void> {
    const fresh = new pg.Client({ connectionString: url, application_name: 'nelbo live' });
    let lost = false;
    const retry = (error: Error): void => {
      if (lost) return;
      lost = true;
      fresh.end().catch(() => undefined);
      if (closed) return;
      onLost(error);
      timer = setTimeout(() => void connect(), RETRY_MS);
    };
    fresh.on('error', retry);
    fresh.on('end', () => retry(new Error('the listening connection ended')));
    fresh.on('notification', ({ payload }) => {
      const change = parse(payload);
      if (change) changes.emit('change', change);
    });
    try {
      await fresh.connect();
      await fresh.query(`listen ${CHANNEL}`);
      client = fresh;
      heard();
      // Whoever was there before may have missed something.
      changes.emit('change', { kind: 'resync' } satisfies Change);
    } catch (e) {
      retry(e instanceof Error ? e : new Error(String(e)));
    }
  }
  void connect();

  return {
    ready,
    subscribe(hear) {
      changes.on('change', hear);
      return () => changes.off('change', hear);
    },
    async close() {
      closed = true;
      clearTimeout(timer);
      await client?.end().catch(() => undefined);
    },
  };
}

/** A notice of ours; anything else on the channel is passed over. */
function parse(payload: string | undefined): Change | undefined {
  try {
    const value = JSON.parse(payload ?? '') as Change;
    return ['job', 'log', 'shop', 'stores', 'photos', 'resync'].includes(value.kind) ? value : undefined;
  } catch {
    return undefined;
  }
}
