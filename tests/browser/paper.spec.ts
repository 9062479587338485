import { expect, test } from '@playwright/test';
import { PDFDocument } from 'pdf-lib';
import { axeFinds } from './axe';
import { alive, enterDemo, sheetFits } from './people';
import { world } from './servers';

test('a quiz is looked at on paper, with and without its key, and printed', async ({ page }) => {
  await enterDemo(page);
  await page.goto(`${world().app}/quizzes/repair/publish`);
  await alive(page);
  await page.getByRole('region', { name: 'On paper' }).getByRole('link').click();
  const paper = page.getByRole('article');
  await expect(paper.getByRole('region')).toHaveCount(8);
  const first = paper.getByRole('region', { name: 'Question 1', exact: true });
  await expect(first).toContainText('mark');
  // What is to be filled in says nothing of what is right.
  expect(await paper.locator('.right').count()).toBe(0);
  expect(await paper.locator('.key').count()).toBe(0);
  expect(await axeFinds(page)).toEqual([]);
  const blank = await PDFDocument.load(await page.pdf({ format: 'A4' }));
  expect(blank.getPageCount()).toBeGreaterThan(1);
  await page.getByRole('radio', { name: 'To fill in' }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(paper.locator('.key').first()).toBeVisible();
  await expect(paper.locator('.right').first()).toBeVisible();
  expect(await axeFinds(page)).toEqual([]);
  await page.setViewportSize({ width: 320, height: 700 });
  await sheetFits(page, 'paper');
});
