import { pinoHttp, type HttpLogger } from 'pino-http';
import type { Logger } from 'pino';

/** One line a request: method, path without its query, status, time. Never a body, a header or what was searched for. */
export function requestLog(logger: Logger): HttpLogger {
  return pinoHttp({
    logger,
    serializers: {
      req: ({ method, url }: { method: string; url: string }) => ({ method, path: url.split('?')[0] }),
      res: ({ statusCode }: { statusCode: number }) => ({ status: statusCode }),
      err: ({ message }: Error) => ({ message }),
    },
    // What only reads, and goes well, is told to whoever asks for it (LOG_LEVEL=debug): the log of a year fits the disk.
    customLogLevel: (req, res) =>
      res.statusCode >= 500 ? 'warn' : res.statusCode < 400 && req.method === 'GET' ? 'debug' : 'info',
    // The files of a page and the quiet asking whether all is well are of no use to anybody.
    autoLogging: { ignore: (req) => !req.url?.startsWith('/api/') || req.url === '/api/v1/health' },
    quietReqLogger: true,
  });
}
