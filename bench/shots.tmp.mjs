// usage: job step out [fold...]  ; several separated by '--'
import { chromium } from '@playwright/test';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const groups=[[]]; for (const a of process.argv.slice(2)) a==='--'?groups.push([]):groups.at(-1).push(a);
for (const [job, stepName, out, ...opens] of groups) {
  const page = await browser.newPage({ viewport: { width: +(process.env.W??1280), height: +(process.env.H??800) } });
  page.on('console', m => { if (m.type()==='error') console.log('CONSOLE', m.text().slice(0,300)); });
  page.on('pageerror', e => console.log('PAGEERROR', e.message.slice(0,300)));
  await page.goto(`http://127.0.0.1:${process.env.PORT??4401}/${job.includes('/')?job.slice(1):'job/'+job}`);
  if (stepName!=='-') {
    await page.locator('relay-sentence', { hasText: 'would fit' }).waitFor({ timeout: 60000 });
    await page.locator('relay-worksheet').getByRole('button', { name: new RegExp('^\\d?\\s*'+stepName) }).first().click();
  }
  await page.waitForTimeout(2500);
  for (const o of opens) {
    if (o.startsWith('>')) { const [sel,...rest]=o.slice(1).split('|'); await page.getByRole(sel,{name:rest[0],exact:true}).first().click(); }
    else await page.locator('.ant-collapse-header', { hasText: o }).first().click();
    await page.waitForTimeout(600); }
  await page.screenshot({ path: out });
  await page.close();
}
await browser.close();
