import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { arc, part } from '#demo/hand'
import { comeInAsLearner, comeInAsTeacher, openBrowser, type OpenedBrowser } from './lib/browser'
import { drawWithFinger, drawWithMouse, drawWithPen, onPage, type Placed } from './lib/draw'
import { BODY, expectAccessible, expectKept, openEasel, switchTruingOff } from './lib/easel'
import { url } from './lib/world'

/** The whole story: a learner draws a lesson and hands in, the teacher looks and answers, the learner reads it. */

let learnerBrowser: OpenedBrowser
let teacherBrowser: OpenedBrowser
let learner: Page
let teacher: Page
let at: Placed
const troubles: string[] = []

beforeAll(async () => {
  learnerBrowser = await openBrowser()
  teacherBrowser = await openBrowser()
  learner = learnerBrowser.context.pages()[0]!
  teacher = teacherBrowser.context.pages()[0]!
  for (const page of [learner, teacher]) {
    page.on('pageerror', error => troubles.push(error.message))
    page.on('console', message => {
      if (message.type() === 'error' && !/40[134]|status of 4/.test(message.text())) troubles.push(message.text())
    })
  }
})
afterAll(async () => {
  await learnerBrowser?.close()
  await teacherBrowser?.close()
})

const lookAtStep = async () => {
  await learner.getByRole('button', { name: 'Look at my step' }).click()
  await learner.locator('.findings .finding').first().waitFor()
}
const findingOf = (title: string) => learner.locator('.finding', { hasText: title })
const nextStep = async (title: string) => {
  await learner.getByRole('button', { name: 'Next step' }).click()
  await learner.getByRole('heading', { name: title }).waitFor()
}

describe('a learner', () => {
  it('is told what to do when something is missing or wrong at the front door', async () => {
    await learner.goto(url)
    await learner.getByRole('button', { name: 'Come in' }).click()
    await expect.poll(() => learner.locator('.trouble').textContent()).toContain('Fill in the class code')
    await learner.getByLabel('Class code').fill('KETTLE7')
    await learner.getByLabel('Your name').fill('Lowri Pask')
    await learner.getByLabel('PIN').fill('9999')
    await learner.getByRole('button', { name: 'Come in' }).click()
    await expect.poll(() => learner.locator('.trouble').textContent()).toContain('do not go together')
    await expectAccessible(learner)
  })

  it('comes in, opens the plan and finds tools, layer and colour laid out', async () => {
    await comeInAsLearner(learner, url, { code: 'kettle7', name: 'Lowri Pask', pin: '7713' })
    await expectAccessible(learner)
    at = await openEasel(learner, true)
    expect(await learner.getByRole('radio', { name: /^Pencil, 14 px/ }).getAttribute('aria-checked')).toBe('true')
    expect(await learner.getByRole('radio', { name: /^Sketch/ }).getAttribute('aria-checked')).toBe('true')
    expect(await learner.getByRole('button', { name: 'Well: pencil grey' }).getAttribute('aria-pressed')).toBe('true')
    await expectAccessible(learner)
  })

  it('sketches with the pen, takes a stroke back, and the step is there', async () => {
    await switchTruingOff(learner)
    await drawWithPen(learner, at, arc(800, 700, 285, 255, -0.3, 0.82), 1, { sway: 11 })
    await drawWithPen(learner, at, arc(800, 300, 200, 150, 0, 0.5), 2)
    await learner.keyboard.press('Control+z')
    await drawWithPen(learner, at, part(BODY, 0.32, 0.63), 3)
    await lookAtStep()
    expect(await findingOf('On the sketch layer').textContent()).toContain('Everything of this step')
    expect(await findingOf('Drawn with the pencil').textContent()).toContain('You used the pencil')
  })

  it('can play the ghost', async () => {
    await learner.getByRole('button', { name: 'Play the ghost' }).click()
    const ghost = learner.locator('[data-test=ghost]')
    await ghost.waitFor()
    // It is drawn stroke by stroke: what is seen changes.
    const first = await ghost.screenshot()
    await expect.poll(async () => (await ghost.screenshot()).equals(first)).toBe(false)
    const picture = await ghost.screenshot()
    await learner.getByRole('button', { name: 'Put the ghost away' }).click()
    await expect.poll(() => ghost.count()).toBe(0)
    const without = await learner.locator('.window').screenshot()
    expect(picture.equals(without)).toBe(false)
  })

  it('draws an outline with a gap and is shown where and how wide it is', async () => {
    await nextStep('One clean line round it')
    expect(await learner.getByRole('radio', { name: /^Lines/ }).getAttribute('aria-checked')).toBe('true')
    await drawWithMouse(learner, at, part(BODY, 0, 0.4), 4)
    await drawWithMouse(learner, at, part(BODY, 0.395, 0.78), 5)
    await drawWithMouse(learner, at, part(BODY, 0.774, 0.985), 6)
    await lookAtStep()
    const words = (await findingOf('Closed outline').textContent())!
    const width = Number(/gap of (\d+) px/.exec(words)?.[1])
    // 1.5 % of a way of about 2560 px, less the round tips of the pen.
    expect(width).toBeGreaterThan(12)
    expect(width).toBeLessThan(50)
    expect(words).toContain('bottom left')
  })

  it('closes it, and it is found closed', async () => {
    await drawWithMouse(learner, at, [...part(BODY, 0.97, 1), ...part(BODY, 0, 0.02)], 7)
    await lookAtStep()
    await expect.poll(() => findingOf('Closed outline').textContent()).toContain('closed all round')
  })

  it('pours the colour under it, and it is covered and inside the lines', async () => {
    await nextStep('Pour the colour under the line')
    await learner.mouse.click(...onPage(at, [800, 700]))
    await lookAtStep()
    await expect.poll(() => findingOf('Covered').textContent()).toMatch(/(9\d(\.\d)?|100) % of the pot is covered/)
    expect(await findingOf('Inside the lines').textContent()).toContain('keeps inside the lines')
    expect(await findingOf('On the colour layer').textContent()).toContain('Everything')
  })

  it('shades with a finger, and hands in', async () => {
    await nextStep('Shade it with a soft brush')
    for (const [i, inset] of [90, 110, 130].entries()) {
      await drawWithFinger(learner, at, arc(800, 690, 285 - inset, 246 - inset, 0, 0.3), 10 + i)
    }
    await lookAtStep()
    expect(await findingOf('Built up with the soft brush').textContent()).toContain('You used the soft brush')
    await learner.getByRole('button', { name: 'Hand in' }).click()
    await learner.getByLabel('A word to your teacher').fill('I went slowly.')
    await learner.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
    await learner.getByText('It lies on your teacher’s desk.').waitFor({ timeout: 30_000 })
    await learner.getByRole('link', { name: 'To my folio' }).click()
    await learner.getByText('waits for a look').waitFor()
  })
})

describe('the teacher', () => {
  it('sees it on the desk', async () => {
    await comeInAsTeacher(teacher, url, { email: 'orla@saltmarsh.example', password: 'kettle-and-lamp' })
    await teacher.getByRole('link', { name: /Lowri Pask/ }).waitFor()
    await expectAccessible(teacher)
  })

  it('reads the register', async () => {
    await teacher.getByRole('link', { name: 'Thursday evening table', exact: true }).click()
    const row = teacher.getByRole('row', { name: /Lowri Pask/ })
    await row.waitFor()
    expect(await row.textContent()).toContain('Shade it with a soft brush')
    expect(await teacher.getByRole('row').count()).toBe(13)
    await expectAccessible(teacher)
    await teacher.getByRole('link', { name: 'Back to the desk' }).click()
  })

  it('opens the crit: the server’s replay matches, pixel for pixel', async () => {
    await teacher.getByRole('link', { name: /Lowri Pask/ }).click()
    await teacher.getByText('“I went slowly.”').waitFor()
    await expect
      .poll(() => teacher.locator('[data-test=seal]').textContent(), { timeout: 30_000 })
      .toContain('record matches')
    await teacher.getByText('The outline of the pot is closed all round.').waitFor()
    await expectAccessible(teacher)
  })

  it('replays the making and takes layers away', async () => {
    const sheet = teacher.locator('.window canvas').first()
    const whole = await sheet.screenshot()
    await teacher.getByRole('checkbox', { name: 'Colour', exact: true }).uncheck()
    await expect.poll(async () => (await sheet.screenshot()).equals(whole)).toBe(false)
    await teacher.getByRole('checkbox', { name: 'Colour', exact: true }).check()
    await expect.poll(async () => (await sheet.screenshot()).equals(whole)).toBe(true)
    await teacher.getByLabel('Place in the making').fill('0')
    await expect.poll(async () => (await sheet.screenshot()).equals(whole)).toBe(false)
    await teacher.getByRole('radio', { name: '32 ×' }).click()
    await teacher.getByRole('button', { name: 'Replay the making' }).click()
    await expect.poll(async () => (await sheet.screenshot()).equals(whole), { timeout: 30_000 }).toBe(true)
  })

  it('marks, writes and returns it', async () => {
    await teacher.getByRole('button', { name: 'Accept' }).click()
    await teacher.getByText('A few words are missing.').waitFor()
    await teacher.getByRole('button', { name: 'Mark as measured' }).click()
    await teacher
      .getByRole('group', { name: 'Your mark for Shadow inside the lines' })
      .getByRole('button', { name: 'Nearly' })
      .click()
    await teacher.getByLabel('Your words').fill('A calm, closed line, Lowri.')
    await teacher.getByLabel('A next thing to try').fill('Let the shadow go round the belly.')
    await teacher.getByRole('button', { name: 'Return to draw on' }).click()
    await teacher.getByText('Returned to Lowri Pask.').waitFor()
  })
})

describe('the learner again', () => {
  it('reads the answer', async () => {
    await learner.reload()
    await learner.getByRole('link', { name: /Hand-in 1/ }).click()
    await learner.getByText('A calm, closed line, Lowri.').waitFor()
    await learner.getByText('Let the shadow go round the belly.').waitFor()
    await expectAccessible(learner)
  })

  it('draws on where it was, and hands in again', async () => {
    await learner.getByRole('link', { name: 'Go on drawing' }).click()
    await learner.getByRole('heading', { name: 'Shade it with a soft brush' }).waitFor()
    await learner.locator('.window canvas').first().waitFor()
    await drawWithMouse(learner, at, arc(800, 690, 150, 120, 0.1, 0.4), 20)
    await expectKept(learner)
    await learner.getByRole('button', { name: 'Hand in' }).click()
    await learner.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
    await learner.getByText('It lies on your teacher’s desk.').waitFor({ timeout: 30_000 })
    await teacher.goto(`${url}/desk`)
    await teacher.getByText('hand-in 2').waitFor()
  })

  it('met no error on the way', () => {
    expect(troubles).toEqual([])
  })
})
