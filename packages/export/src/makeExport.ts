/** The content of each way to get a kit out; work for a worker, where there is a screen. */
import { maskReader } from '@gliv/bake'
import { type KitFile, resolveEffect, writeKitJson, writeKitZip } from '@gliv/document'
import { compile } from '@gliv/engine'
import type { ExporterId } from './exporters.ts'
import { packBytes, packText } from './pack/pack.ts'

/** Compiles every effect of a kit. Throws `Refusal` for the first that no player could run. */
export const compileAll = ({ kit, pictures }: KitFile): void => {
  const read = maskReader(() => pictures)
  for (const id of kit.effectOrder) compile(resolveEffect(kit, kit.effects[id]!, read))
}

const MAKERS = {
  pack: (file) => packText(file),
  'pack-binary': (file) => packBytes(file),
  'pack-source': (file) => packText(file, { withSource: true }),
  kit: writeKitZip,
  'kit-json': writeKitJson,
} as const satisfies Record<ExporterId, (file: KitFile) => Uint8Array | string>

/** A file's content. Throws `Refusal` where the kit holds what the format cannot. */
export const makeExport = (id: ExporterId, file: KitFile): Uint8Array | string => MAKERS[id](file)
