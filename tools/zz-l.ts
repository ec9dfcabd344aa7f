import { LIBRARY, SUBSTRATES } from '@nelbo/core';
console.log(SUBSTRATES.map((s) => `${s.id} (${s.name}; ${s.family}; ${s.traits.join(',')})`).join('\n'));
const by: Record<string, string[]> = {};
for (const p of LIBRARY.products)
  (by[p.role] ??= []).push(`${p.id}[${p.family}${p.traits?.length ? '; ' + p.traits.join(',') : ''}]`);
for (const [r, l] of Object.entries(by)) console.log(r + ': ' + l.join(' | '));
