/** A kit as the studio gives it to a running game: each sheet whole on a page of its own, so that edits fit. */
import { type Kit, type KitFile } from '@gliv/document'
import {
  type Pack,
  PACK_VERSION,
  type PackFrame,
  type PackPage,
  Refusal,
  type ResolvedEffect,
  RULES,
} from '@gliv/model'

/**
 * A pack in memory with every sheet, sound, cue and effect of a kit; sheets have the kit's numbers, so effects that are
 * resolved against the kit are its effects.
 * @param effects all of the kit, resolved, in its order
 */
export const tetheredPack = (
  { kit, pictures }: { readonly kit: Kit; readonly pictures: KitFile['pictures'] },
  effects: readonly ResolvedEffect[],
): Pack => {
  const sheets = kit.sheetOrder.map((id) => kit.sheets[id]!)
  const bytes = (blob: string, of: string): Uint8Array => {
    const found = pictures.get(blob)
    if (!found) throw new Refusal(of, 'its bytes are missing; open the kit again')
    return found
  }
  return {
    ...{ format: 'gliv-pack', version: PACK_VERSION, rules: RULES, name: kit.name, axes: '', units: '' },
    cues: kit.cues ?? [],
    effects,
    sheets: sheets.map(({ id, name, width, height, frames }, page) => ({
      ...{ id, name, width, height, page },
      frames: frames.map(({ x, y, w, h, pivotX, pivotY }, n): PackFrame => [
        n,
        x,
        y,
        w,
        h,
        pivotX,
        pivotY,
        x,
        y,
      ]),
    })),
    pages: sheets.map(({ name, picture, width, height, sampling }): PackPage => ({
      ...{ width, height, sampling },
      image: bytes(picture, `sheet "${name}"`),
    })),
    sounds: (kit.sounds ?? []).map(({ id, name, blob }) => ({
      id,
      name,
      data: bytes(blob, `sound "${name}"`),
    })),
  }
}
