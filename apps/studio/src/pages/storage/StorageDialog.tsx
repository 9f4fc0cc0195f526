/** What is stored in this browser, by kit and by kind; what can be given up; whether it is promised to be kept. */
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useEffect, useState } from 'react'
import { useEscape } from '../../shared/keys/escape.ts'
import { bytesText } from '../../shared/bytesText.ts'
import { db } from '../../state/document.ts'
import { openStorageDialog } from '../../state/storageDialog.ts'
import {
  askToKeep,
  cleanUp,
  type CleanUpId,
  lookAtRoom,
  measureUse,
  type Use,
  useStorageUse,
} from '../../state/storageUse.ts'
import './storage.css'

const close = (): void => openStorageDialog(false)

const KINDS = [
  ['document', 'States and steps'],
  ['pictures', 'Pictures, sounds'],
  ['marks', 'Marks'],
  ['takes', 'Takes'],
] as const

const CLEAN_UP_TEXTS: Readonly<Record<CleanUpId, { name: string; help: string }>> = {
  stills: { name: 'Small pictures of effects', help: 'They are drawn again when they are looked at.' },
  autoMarks: {
    name: 'Marks made by themselves',
    help: 'Marks that you named, and all steps of undo, stay.',
  },
  orphans: { name: 'Pictures that nothing names', help: 'No kit, step, mark or take shows them.' },
  deleted: { name: 'Deleted kits', help: 'They cannot be put back then.' },
}

const Kept = () => {
  const kept = useStorageUse((s) => s.kept)
  const [refused, setRefused] = useState(false)
  if (kept === null) return <p>The browser does not say whether it keeps what is stored.</p>
  if (kept) return <p>The browser keeps it until you delete it.</p>
  return (
    <p>
      The browser may give it up when the disk gets full.{' '}
      {refused ? (
        <span role="status">
          It does not promise more now; installing Gliv, or working with it more often, can change that. Save
          your kits as files to be safe.
        </span>
      ) : (
        <Button
          size="small"
          variant="outlined"
          onClick={() => void askToKeep().then((yes) => setRefused(!yes))}
        >
          Ask it to keep everything
        </Button>
      )}
    </p>
  )
}

const Room = () => {
  const estimate = useStorageUse((s) => s.estimate)
  if (!estimate) return null
  const share = estimate.used / estimate.quota
  return (
    <p className="room">
      <meter aria-label="Room that is taken" min={0} max={1} high={0.9} value={share} />
      {bytesText(estimate.used)} of {bytesText(estimate.quota)} are taken
    </p>
  )
}

const KitTable = ({ kits }: { kits: Use['kits'] }) => (
  <table>
    <thead>
      <tr>
        <th scope="col">Kit</th>
        {KINDS.map(([key, name]) => (
          <th key={key} scope="col">
            {name}
          </th>
        ))}
      </tr>
    </thead>
    <tbody>
      {kits.map((kit) => (
        <tr key={kit.id}>
          <th scope="row" title={kit.name}>
            {kit.name}
            {kit.deleted && <small> (deleted)</small>}
          </th>
          {KINDS.map(([key]) => (
            <td key={key}>{bytesText(kit[key])}</td>
          ))}
        </tr>
      ))}
    </tbody>
  </table>
)

const CleanUps = ({ use, onDone }: { use: Use; onDone: () => void }) => {
  const [refusal, setRefusal] = useState<string | null>(null)
  const free = (id: CleanUpId): void =>
    void cleanUp(db, id).then(
      (said) => {
        setRefusal(said)
        onDone()
      },
      (error: unknown) => setRefusal(error instanceof Error ? error.message : String(error)),
    )
  return (
    <section aria-label="What can be given up">
      <h3>What can be given up</h3>
      <ul>
        {(Object.keys(CLEAN_UP_TEXTS) as CleanUpId[]).map((id) => (
          <li key={id}>
            <span>
              {CLEAN_UP_TEXTS[id].name} <small>{CLEAN_UP_TEXTS[id].help}</small>
            </span>
            <b>{bytesText(use.freeable[id])}</b>
            <Button
              size="small"
              variant="outlined"
              disabled={use.freeable[id] === 0}
              aria-label={`Give up: ${CLEAN_UP_TEXTS[id].name}`}
              onClick={() => free(id)}
            >
              Give up
            </Button>
          </li>
        ))}
      </ul>
      {refusal !== null && <p role="alert">{refusal}</p>}
    </section>
  )
}

const BODY = { current: document.body }

const StorageDialog = () => {
  // A button that was pressed and is disabled then has lost the focus, and the dialog would not hear the key.
  useEscape(true, BODY, close)
  const [use, setUse] = useState<Use | null>(null)
  const [failure, setFailure] = useState<string | null>(null)
  const measure = (): void =>
    void measureUse(db).then(setUse, (error: unknown) =>
      setFailure(error instanceof Error ? error.message : String(error)),
    )
  useEffect(() => {
    measure()
    void lookAtRoom()
  }, [])
  return (
    <Dialog open onClose={close} maxWidth="md" fullWidth aria-labelledby="storage-title">
      <DialogTitle id="storage-title">What is stored in this browser</DialogTitle>
      <DialogContent className="storage-dialog">
        <Room />
        <Kept />
        {failure !== null && <p role="alert">It could not be measured: {failure}.</p>}
        {use === null && failure === null && <p role="status">Measuring…</p>}
        {use && (
          <>
            {use.kits.length === 0 ? <p>No kit is stored.</p> : <KitTable kits={use.kits} />}
            <CleanUps use={use} onDone={measure} />
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={close}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  )
}

export default StorageDialog
