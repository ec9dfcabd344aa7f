// Writes a brotli twin beside every built text file of a folder, pressed as hard as it goes: once here, not at every request.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants } from 'node:zlib';

const SMALLEST = 1024;
const root = process.argv[2];
for (const name of readdirSync(root, { recursive: true })) {
  if (!/\.(js|css|svg)$/.test(name)) continue;
  const bytes = readFileSync(join(root, name));
  if (bytes.length < SMALLEST) continue;
  const params = {
    [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY,
    [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length,
  };
  writeFileSync(join(root, `${name}.br`), brotliCompressSync(bytes, { params }));
}
