import type { Locator, Page } from 'playwright-core'
import { restingBox } from './draw'

export interface OfferedFile {
  readonly name: string
  readonly buffer: Buffer
  readonly mimeType?: string
}

/** Opens the card that brings something in and chooses files there, as from a disk. Answers the card. */
export async function offerFiles(page: Page, files: readonly OfferedFile[]): Promise<Locator> {
  await page.getByRole('button', { name: 'Bring a picture in on a sheet of its own' }).click()
  const card = page.getByRole('dialog', { name: 'Bring a picture in' })
  await restingBox(card.getByRole('button', { name: 'Choose files …' }))
  await card.getByLabel('Picture files').setInputFiles(files.map(each => ({ mimeType: 'image/png', ...each })))
  return card
}
