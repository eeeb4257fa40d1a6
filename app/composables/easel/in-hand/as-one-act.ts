import type { Act } from '#core/drawing'
import type { PreviewOwner, SheetRemote } from '../../../workers/sheet/contract'

/** How what is shown as a preview is put on the sheet as one act, or goes. @param act null: there is nothing to put */
export function asOneAct(
  host: Pick<SheetRemote, 'act' | 'dropPreview'>,
  owner: PreviewOwner,
  act: () => Act | null,
  putAway: () => void,
): { readonly settle: () => Promise<void>; readonly discard: () => Promise<void> } {
  async function discard(): Promise<void> {
    putAway()
    await host.dropPreview(owner)
  }
  async function settle(): Promise<void> {
    const settled = act()
    if (!settled) return discard()
    putAway()
    await host.act(settled)
  }
  return { settle, discard }
}
