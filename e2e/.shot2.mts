import { chromium } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu'] });
const ctx = await b.newContext({ viewport: { width: 1280, height: 800 } });
for (const s of ['survey','fair','finish','mix']) {
const p = await ctx.newPage();
let t = performance.now(); const lap = (n: string) => { console.log(s, n, (performance.now()-t).toFixed(0)); t = performance.now(); };
await p.goto('http://127.0.0.1:4310/jobs/5b1d2f60-0001-4a01-9c01-000000000001/'+s); lap('goto');
await p.getByRole('main').waitFor(); lap('main');
await p.waitForLoadState('networkidle'); lap('idle');
await new AxeBuilder({ page: p }).analyze(); lap('axe');
await p.close();
}
await b.close();
