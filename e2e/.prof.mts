import { chromium } from '@playwright/test';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu'] });
for (let i=0;i<3;i++){
const c = await b.newContext({ viewport: { width: 1280, height: 800 } }); const p = await c.newPage();
await p.goto('http://127.0.0.1:4310/jobs/5b1d2f60-0001-4a01-9c01-000000000001/laminate');
await p.getByRole('button', { name: 'Show ply 1', exact: true }).waitFor();
const r = await p.evaluate(() => ({ now: performance.now(), fcp: performance.getEntriesByName('first-contentful-paint')[0]?.startTime, res: performance.getEntriesByType('resource').map((e: any) => [e.name.split('/').slice(3).join('/').slice(0,40), e.startTime|0, e.responseEnd|0, (e.transferSize/1024)|0].join(' ')) }));
console.log(r.now|0, r.fcp|0); if (i===2) console.log(r.res.join('\n'));
await c.close(); }
await b.close();
