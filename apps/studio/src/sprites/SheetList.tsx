import { textureBytes, unusedSheets } from '@gliv/document'
import { useMemo } from 'react'
import { FrameCell } from '../preview/FrameMenu.tsx'
import { useDocument } from '../state/document.ts'
import { chooseSheet } from '../state/sprites.ts'
import { useSheet } from './sheets/chosenSheet.ts'
import { bytesText } from '../shared/bytesText.ts'
import './SheetList.css'
import './styles/common.css'

/** All sheets of the kit with their memory; those that nobody uses are marked. */
export const SheetList = () => {
  const kit = useDocument((s) => s.kit)
  const chosen = useSheet()
  const unused = useMemo(() => new Set(kit ? unusedSheets(kit) : []), [kit])
  if (!kit) return null
  const sheets = kit.sheetOrder.map((id) => kit.sheets[id]!)
  const bytes = sheets.reduce((sum, sheet) => sum + textureBytes(sheet), 0)
  return (
    <>
      <ul className="sheet-list" aria-label="Sheets">
        {sheets.map((sheet) => (
          <li key={sheet.id}>
            <button
              type="button"
              className={sheet.id === chosen?.id ? 'sheet-item notched' : 'sheet-item'}
              aria-label={sheet.name}
              aria-current={sheet.id === chosen?.id}
              onClick={() => chooseSheet(kit.id, sheet.id)}
            >
              <FrameCell sheetId={sheet.id} frame={0} size={38} />
              <span>
                <b title={sheet.name}>{sheet.name}</b>
                <small>
                  {sheet.frames.length} frame{sheet.frames.length === 1 ? '' : 's'} ·{' '}
                  {bytesText(textureBytes(sheet))}
                  {unused.has(sheet.id) && <em className="unused"> · not used</em>}
                </small>
              </span>
            </button>
          </li>
        ))}
      </ul>
      <p className="soft sheet-sum">
        {sheets.length} sheet{sheets.length === 1 ? '' : 's'}, {bytesText(bytes)} of texture memory
        {unused.size > 0 ? `, ${unused.size} not used` : ''}
      </p>
    </>
  )
}
