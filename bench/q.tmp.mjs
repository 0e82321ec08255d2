import { chromium } from '@playwright/test';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto('http://127.0.0.1:4401/job/demo-coin-lift');
await page.waitForTimeout(3000);
await page.locator('relay-worksheet').getByRole('button', { name: 'Fit',exact:true }).click();
await page.waitForTimeout(1000);
console.log(await page.locator('nav button.at').evaluate(e=>e.outerHTML+'\n'+[...e.children].map(c=>c.className+' '+getComputedStyle(c).gridArea+' '+JSON.stringify(c.getBoundingClientRect())+getComputedStyle(c).position).join('\n')+getComputedStyle(e).gridTemplate+getComputedStyle(e).display));
await browser.close();
