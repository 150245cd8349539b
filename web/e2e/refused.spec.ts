import { expect, test } from '@playwright/test';
import { openMeasure } from './pad';

test('what the server refuses is shown with its reason, corrected and sent, or set aside', async ({ page, context }) => {
  await page.goto('/kit');
  // people are spoiled on their way to the server, as a faulty device would have made them
  await context.route('**/api/v1/sync', async (route) => {
    if (route.request().method() !== 'POST') return route.continue();
    const { records } = route.request().postDataJSON() as { records: { kind: string; body: Record<string, unknown> }[] };
    for (const r of records) if (r.kind === 'person' && /^Z/.test(String(r.body.name))) r.body.eyeHeight = 16;
    return route.continue({ postData: JSON.stringify({ records }) });
  });
  const status = page.getByRole('status').first();
  for (const name of ['Zoe Umbral', 'Zacarías Lenga']) {
    await page.getByRole('textbox', { name: /somebody else/ }).fill(name);
    await page.getByRole('button', { name: 'Add to the book' }).click();
  }
  await status.getByRole('link', { name: '2 refused by the server, kept here' }).click();
  await expect(page.getByRole('heading', { name: 'Refused by the server' })).toBeVisible();
  const zoe = page.locator('[data-refused="person"]', { hasText: 'Zoe Umbral' });
  await expect(zoe).toContainText('allowed: a number from 0.8 to 2.5 m');
  // put right: a name that is let through this time
  await context.unroute('**/api/v1/sync');
  await zoe.getByRole('textbox', { name: 'eye height' }).fill('1,62');
  await zoe.getByRole('button', { name: 'correct and send again' }).click();
  await expect(zoe).toHaveCount(0);
  await page
    .locator('[data-refused="person"]')
    .getByRole('button', { name: /set aside/ })
    .click();
  await expect(page.getByText('Nothing is refused')).toBeVisible();
  await expect(status).toContainText('all kept and sent; 1 set aside');
  // it counts nowhere, after a reload too, until it is taken up
  await page.reload();
  await expect(page.getByRole('button', { name: 'take up and send again' })).toBeVisible();
  await page.goto('/kit');
  await expect(page.getByRole('combobox', { name: 'Whose kit' })).toContainText('Zoe Umbral');
  await expect(page.getByRole('combobox', { name: 'Whose kit' })).not.toContainText('Zacarías');
  await page.goto('/refused');
  await page.getByRole('button', { name: 'take up and send again' }).click();
  await expect(status).toContainText('all kept and sent');
  await expect(status).not.toContainText('aside');
  await openMeasure(page);
});
