// Packs what was built, as small as it gets, once: the server hands the packed files out as they are.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { brotliCompressSync, constants } from 'node:zlib';

for (const file of readdirSync('dist/assets')) {
  if (!/\.(js|css|svg)$/.test(file)) continue;
  const plain = readFileSync(`dist/assets/${file}`);
  const packed = brotliCompressSync(plain, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: plain.length } });
  if (packed.length < plain.length) writeFileSync(`dist/assets/${file}.br`, packed);
}
