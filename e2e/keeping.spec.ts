import { copyOf, expect, expectSaved, list, openJob, pick, sentence, test } from './support';
import type { Page } from '@playwright/test';

const setPitch = async (page: Page, from: RegExp, to: string): Promise<void> => {
  await sentence(page).getByRole('button', { name: from }).click();
  await page.locator('.card').getByLabel('Pitch').fill(to);
  await page.locator('.card').getByLabel('Pitch').press('Enter');
};

/**
 * From now on this page does not reach the server. In the page itself: a request held back from
 * outside is let go when the page is left, and may then arrive.
 */
const cutOff = (page: Page): Promise<void> =>
  page.evaluate(() => {
    window.fetch = () => Promise.reject(new TypeError('cut off'));
    XMLHttpRequest.prototype.send = function () {
      setTimeout(() => this.dispatchEvent(new ProgressEvent('error')));
    };
  });

test('everything is saved by itself; undo and redo work, also after a reload', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await openJob(page, id);
  await setPitch(page, /12\.70/, '12');
  await expect(sentence(page)).toContainText(/pitch of 12\.00.mm/);
  await setPitch(page, /12\.00/, '11');
  await expect(sentence(page)).toContainText(/pitch of 11\.00.mm/);
  await expectSaved(page);

  await page.reload();
  await expect(sentence(page)).toContainText(/pitch of 11\.00.mm/);
  await page.keyboard.press('Control+z');
  await expect(sentence(page)).toContainText(/pitch of 12\.00.mm/);
  await expectSaved(page);

  await page.goto('/');
  await openJob(page, id);
  await expect(sentence(page)).toContainText(/pitch of 12\.00.mm/);
  await page.keyboard.press('Control+Shift+z');
  await expect(sentence(page)).toContainText(/pitch of 11\.00.mm/);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(sentence(page)).toContainText(/pitch of 12\.70.mm/);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('a change made just before leaving is kept', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await openJob(page, id);
  await setPitch(page, /12\.70/, '10');
  await page.goto('about:blank');
  await expect
    .poll(
      async () =>
        ((await (await request.get(`/api/jobs/${id}`)).json()) as { job: { pieces: { pitch: number }[] } })
          .job.pieces[0].pitch,
    )
    .toBe(10);
});

test('a change that cannot be sent while leaving is sent on the next visit, however large the job', async ({
  page,
  request,
}) => {
  const id = await copyOf(request, 'demo-coin-lift');
  const kept = (await (await request.get(`/api/jobs/${id}`)).json()) as { job: { paths: object[] } };
  // Some 200 kB: more than a browser sends after a page is left.
  kept.job.paths.push({
    kind: 'outline',
    id: 'long',
    name: 'Long',
    data: `M0 400${Array.from({ length: 14_000 }, (_, i) => `L${i} ${400 + (i % 2) * 3}.25`).join('')}`,
  });
  const answer = await request.put(`/api/jobs/${id}`, {
    data: { job: kept.job },
    headers: { 'If-Match': '"r1"' },
  });
  expect(answer.status()).toBe(200);
  await openJob(page, id);
  await cutOff(page);
  await setPitch(page, /12\.70/, '10');
  await page.waitForTimeout(200);
  await page.goto('about:blank');
  const pitch = async (): Promise<number> =>
    ((await (await request.get(`/api/jobs/${id}`)).json()) as { job: { pieces: { pitch: number }[] } }).job
      .pieces[0].pitch;
  expect(await pitch()).toBe(12.7);
  await openJob(page, id);
  await expect(sentence(page)).toContainText(/pitch of 10\.00.mm/);
  await expectSaved(page);
  expect(await pitch()).toBe(10);
});

test('two windows on one job do not overwrite each other in silence', async ({ page, context, request }) => {
  const id = await copyOf(request, 'demo-coin-lift');
  await openJob(page, id);
  const other = await context.newPage();
  await openJob(other, id);
  await setPitch(other, /12\.70/, '10');
  await expectSaved(other);
  await setPitch(page, /12\.70/, '14');
  await expect(page.locator('header .saved')).toHaveText('changed in another window');
  await page.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(page).not.toHaveURL(new RegExp(id));
  await expect(sentence(page)).toContainText(/pitch of 14\.00.mm/);
  await other.reload();
  await expect(sentence(other)).toContainText(/pitch of 10\.00.mm/);
});

test('the name is changed in place', async ({ page, request }) => {
  const id = await copyOf(request, 'demo-drum-drive');
  await openJob(page, id);
  await page.getByLabel('Name of the job').fill('Drum of the band machine');
  await page.getByLabel('Name of the job').press('Enter');
  await expectSaved(page);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Drum of the band machine' })).toBeVisible();
});

test('lengths are shown in the unit of the job', async ({ page, request }) => {
  await openJob(page, await copyOf(request, 'demo-coin-lift'));
  await pick(list(page, 'Unit of length'), 'in');
  await expect(sentence(page)).toContainText(/at a pitch of 0\.5000.in/);
});
