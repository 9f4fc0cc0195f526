/** The content of each way to get a kit out; work for a worker, where there is a screen. */
import { maskReader } from '@gliv/bake'
import { type KitFile, resolveEffect, writeKitJson, writeKitZip } from '@gliv/document'
import { compile } from '@gliv/engine'
import type { ExporterId } from './exporters.ts'
import { namesModule } from './namesModule.ts'
import { packBytes, type PackChoice, packText } from './pack/pack.ts'

/** Compiles every effect of a kit. Throws `Refusal` for the first that no player could run. */
export const compileAll = ({ kit, pictures }: KitFile): void => {
  const read = maskReader(() => pictures)
  for (const id of kit.effectOrder) compile(resolveEffect(kit, kit.effects[id]!, read))
}

const MAKERS = {
  pack: packText,
  'pack-binary': packBytes,
  'pack-source': (file, choice) => packText(file, { ...choice, withSource: true }),
  names: ({ kit }, { effects }) => namesModule(kit, effects),
  kit: (file) => writeKitZip(file),
  'kit-json': (file) => writeKitJson(file),
} as const satisfies Record<ExporterId, (file: KitFile, choice: PackChoice) => Uint8Array | string>

/**
 * A file's content.
 * @param choice which effects a pack carries; kits are whole
 * @throws Refusal where the kit holds what the format cannot
 */
export const makeExport = (id: ExporterId, file: KitFile, choice: PackChoice = {}): Uint8Array | string =>
  MAKERS[id](file, choice)
