import { expect, test } from './lernen';

/* Five tasks as a screen reader tells of them: names, roles, states, and what is said without being asked. */

test('logging is read back while one types, and what was logged is said', async ({ lernen, page }) => {
  await lernen.openDemo('/today');
  const line = page.getByRole('combobox', { name: 'log' });
  await line.fill('Gull Census #sli');
  await expect(page.locator('app-quick-line')).toMatchAriaSnapshot(`
    - listbox "Completions":
      - option /Sliding window/
    - text: /title Gull Census technique Sliding window/
    - combobox "log" [expanded]: "Gull Census #sli"
    - button "Enter save"
    - link "Form"
  `);
  await line.press('ArrowDown');
  await expect(page.getByRole('option', { name: /Sliding window/ })).toHaveAttribute('aria-selected', 'true');
  await expect(line).toHaveAttribute('aria-activedescendant', 'quick-completion-0');
  await line.fill('Gull Census #sliding-window 31m ~hint');
  await line.press('Enter');
  await expect(page.locator('[aria-live]').filter({ hasText: 'Logged Gull Census as a new problem.' })).toHaveCount(1);
  await expect(page.locator('mat-snack-bar-container')).toMatchAriaSnapshot(`
    - text: Logged Gull Census as a new problem.
    - button "Undo"
    - button "Close"
  `);
});

test('the plan says of each item what, why and how long, and offers what can be done with it', async ({
  lernen,
  page,
}) => {
  await lernen.openDemo('/today');
  const item = page.locator('app-plan-item-row').first();
  await expect(item).toMatchAriaSnapshot(`
    - text: /Spot|Sketch|Rebuild|Twist|New/
    - link
    - paragraph: /points? for/
    - text: /\\d+ min/
    - button /^Start /
    - button /^More for /
  `);
  await item.getByRole('button', { name: /^More for / }).press('Enter');
  await expect(page.getByRole('menu')).toMatchAriaSnapshot(`
    - menu:
      - menuitem "Not today"
      - menuitem "Not this week"
      - menuitem "Pin to today"
      - menuitem "Never plan it again"
  `);
  await expect(page.getByRole('menuitem', { name: 'Not today' })).toBeFocused();
  const strip = page.getByRole('slider', { name: 'Runway: choose a day' });
  await expect(strip).toHaveAttribute('aria-valuetext', /min planned/);
});

test('a review says what is asked, keeps the clock apart and moves the focus to what comes next', async ({
  lernen,
  page,
}) => {
  await lernen.openDemo('/problems');
  await page.getByLabel(/^Search/).fill('Signal');
  await page.getByRole('link', { name: 'Signal Flag Brackets' }).click();
  await page.getByRole('button', { name: 'Spot' }).click();
  await expect(page.locator('main')).toMatchAriaSnapshot(`
    - timer
    - img /^The sitting. read \\d+.\\d+; target \\d+ min$/
    - navigation "Stages of the sheet"
    - region "Signal Flag Brackets":
      - heading "Signal Flag Brackets" [level=1]
      - region "Read":
        - heading "Read" [level=2]
      - region "Which technique, at first sight?":
        - heading "Which technique, at first sight?" [level=2]
        - combobox "Technique named first"
        - button "That one" [disabled]
        - button "I do not know"
        - textbox /^The cue/
    - complementary "Run, help and time":
      - heading "Help, a step at a time" [level=2]
      - heading "Time, against your usual" [level=2]
      - list:
        - listitem:
          - button "read"
    - button "Pause"
    - button "Give up"
    - button "Finish"
  `);
  await expect(page.getByRole('button', { name: 'read', exact: true })).toHaveAttribute('aria-current', 'step');
});

test('a form says of each field what is wrong with it, and leads to the first', async ({ lernen, page }) => {
  await lernen.openDemo('/runway');
  await page.getByRole('button', { name: 'Add an interview' }).click();
  await page.getByLabel('Time', { exact: true }).fill('noon');
  await page.getByRole('button', { name: 'Save', exact: true }).press('Enter');
  const employer = page.getByRole('textbox', { name: 'Employer' });
  await expect(employer).toBeFocused();
  await expect(employer).toHaveAttribute('aria-invalid', 'true');
  await expect(employer).toHaveAccessibleDescription('Employer must not be empty.');
  await expect(page.getByLabel('Time', { exact: true })).toHaveAccessibleDescription(/“noon” is not a time of day/);
  await expect(page.locator('app-interview-form')).toMatchAriaSnapshot(`
    - textbox "Employer" [invalid]
    - status: Employer must not be empty.
    - textbox "Round"
    - textbox "Day"
    - combobox "Time" [invalid]: noon
    - combobox "Time zone of the announcement": Europe/Berlin
    - combobox "Expected difficulty": medium
    - combobox "Importance": 3, as usual
    - group "Expected techniques":
      - radiogroup "Expected techniques":
        - radio "the usual mix" [checked]
        - radio "by weight"
    - paragraph:
      - button "Save"
      - button "Cancel"
  `);
});

test('a sheet is a row of named stages; an entry says what it is and what can be done with it', async ({
  lernen,
  page,
}) => {
  await lernen.startEmpty();
  await lernen.log('Wharf Crane Reach #heap 20m');
  await lernen.go('Problems');
  await page.getByRole('link', { name: 'Wharf Crane Reach' }).click();
  await expect(page.getByRole('navigation', { name: 'Stages of the sheet' }).getByRole('link')).toHaveCount(10);
  const stage = page.getByRole('region', { name: 'Observations' });
  await stage.getByRole('button', { name: 'An observation' }).press('Enter');
  await expect(stage.getByRole('textbox', { name: 'Observation 1', exact: true })).toBeFocused();
  await expect(stage).toMatchAriaSnapshot(`
    - heading "Observations" [level=2]
    - textbox "Observation 1"
    - button "Observation 1 is shown"
    - button "Move observation 1 up"
    - button "Move observation 1 down"
    - button "Remove observation 1"
    - button "An observation"
  `);
});
