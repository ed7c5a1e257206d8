import type { Locator } from '@playwright/test';

/** The band of the other half of the day is a line; the server's clock says which half it is. */
export async function unfold(band: Locator) {
  await band.waitFor();
  const show = band.getByRole('button', { name: 'Show' });
  if (await show.isVisible()) await show.click();
}
