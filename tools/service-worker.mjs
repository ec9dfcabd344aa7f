// Builds the service worker of a built application: it knows the files of that very build.
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';

const [root] = process.argv.slice(2);
const HASHED = /-[A-Z0-9]{8}\.\w+$/;
const files = readdirSync(root, { recursive: true, encoding: 'utf8' })
  .map((f) => f.replaceAll('\\', '/'))
  .filter((f) => /\.(html|js|css|woff2|svg|webmanifest|png)$/.test(f) && f !== 'sw.js')
  .sort()
  .map((f) => ({
    url: `/${f}`,
    revision: HASHED.test(f)
      ? null
      : createHash('sha256')
          .update(readFileSync(join(root, f)))
          .digest('hex')
          .slice(0, 16),
  }));

await build({
  entryPoints: ['web/src/service-worker/sw.ts'],
  outfile: join(root, 'sw.js'),
  bundle: true,
  minify: true,
  format: 'iife',
  target: 'es2022',
  define: { BUILT_FILES: JSON.stringify(files), 'process.env.NODE_ENV': '"production"' },
  logLevel: 'warning',
});
