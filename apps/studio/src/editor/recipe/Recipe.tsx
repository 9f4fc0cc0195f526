import ExpandMore from '@mui/icons-material/ExpandMore'
import RestartAlt from '@mui/icons-material/RestartAlt'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { Tooltip } from '../../shared/controls/Tooltip.tsx'
import { memo, useMemo, useState } from 'react'
import { FrameMenu } from '../../preview/FrameMenu.tsx'
import { edit, shownKit } from '../../state/document.ts'
import { toggleGroup, useSession } from '../../state/session.ts'
import {
  useAlso,
  useEffectId,
  useSelectedEmitter,
  useSelectedId,
  useSelectedType,
  useShown,
  useShownData,
} from '../playback/shownEffect.ts'
import { AnyRow } from './AnyRow.tsx'
import { EmitterBand, TypeBand } from './Bands.tsx'
import { choiceOf, choiceOptions, chooseAt, type MenuChoice } from './choices.ts'
import { type EmitterPath, pathsOf } from './emitterPath.ts'
import { type GroupDefinition, GROUPS } from './groups.tsx'
import { RampThumb } from './RampThumb.tsx'
import { resetGroup } from './resetGroup.ts'
import { SearchBox } from './SearchBox.tsx'
import { Sentence } from './Sentence.tsx'
import { subjectOf } from './subject.ts'
import type { Choice } from './tokens.ts'
import { TopRows } from './TopRows.tsx'
import { NoteField } from '../../document/NoteField.tsx'
import { openMenu } from '../../shared/keys/contextMenu.ts'
import type { ForceKind } from '@gliv/model'
import { removeForce } from './addForce.ts'
import { copyNow, pasteNow } from './clip.ts'
import './Recipe.css'

interface OpenChoice {
  readonly choice: Choice
  readonly anchor: HTMLElement
}

const ChoiceMenu = ({
  open,
  choice,
  path,
  onClose,
}: {
  open: OpenChoice
  choice: MenuChoice
  path: EmitterPath
  onClose: () => void
}) => {
  const emitter = useSelectedEmitter()
  const type = useSelectedType((t) => t)
  const kit = shownKit()
  if (!emitter || !type || !kit) return null
  const definition = choiceOf(choice)
  return (
    <Menu open anchorEl={open.anchor} onClose={onClose}>
      {choiceOptions(choice, kit, emitter, type, path).map((option) => (
        <MenuItem
          key={option.value}
          dense
          selected={definition.current(emitter, type) === option.value}
          onClick={() => {
            edit(`${definition.title}: ${option.label}`, (draft) =>
              chooseAt(draft, path, choice, option.value),
            )
            onClose()
          }}
        >
          {option.label}
        </MenuItem>
      ))}
    </Menu>
  )
}

/** The sentence's own menu of frames: it replaces the first picture. */
const FirstFrameMenu = ({
  open,
  path,
  onClose,
}: {
  open: OpenChoice
  path: EmitterPath
  onClose: () => void
}) => {
  const picture = useSelectedType((t) => t.pictures[0] ?? null)
  return (
    <FrameMenu
      anchor={open.anchor}
      chosen={picture ? [{ sheet: picture.sheet, frame: picture.frames[0] ?? 0 }] : []}
      onClose={onClose}
      onChoose={(sheet, frame, name) => {
        edit(`Picture: ${name}`, (kit) => {
          for (const { type: id } of pathsOf(path)) {
            const type = kit.types[id]!
            type.pictures = [
              { ...type.pictures[0]!, sheet, frames: [frame], clip: null },
              ...type.pictures.slice(1),
            ]
          }
        })
        onClose()
      }}
    />
  )
}

/** The group of all emitters that are edited at once, as in a new emitter. */
const resetGroupOf = (group: GroupDefinition, path: EmitterPath): void =>
  edit(`Reset ${group.title}`, (kit) => {
    for (const one of pathsOf(path)) {
      const subject = subjectOf(kit, one)
      if (subject) resetGroup(kit, group, subject, one)
    }
  })

const ResetButton = ({ group, path }: { group: GroupDefinition; path: EmitterPath }) => (
  <Tooltip title={`${group.title} as in a new emitter`}>
    <IconButton
      className="row-split group-reset"
      aria-label={`Reset ${group.title}`}
      onClick={() => resetGroupOf(group, path)}
    >
      <RestartAlt fontSize="inherit" />
    </IconButton>
  </Tooltip>
)

interface Structure {
  readonly tokens: ReturnType<GroupDefinition['sentence']>
  readonly rows: ReturnType<GroupDefinition['rows']>
}

const EMPTY: Structure = { tokens: [], rows: [] }

const GroupTitle = ({
  group,
  open,
  expandable,
}: {
  group: GroupDefinition
  open: boolean
  expandable: boolean
}) =>
  expandable ? (
    <button type="button" className="group-title" aria-expanded={open} onClick={() => toggleGroup(group.id)}>
      <ExpandMore className="chevron" fontSize="inherit" />
      {group.title}
    </button>
  ) : (
    <span className="group-title plain">{group.title}</span>
  )

/** The menu of a word in a sentence. */
const OpenMenu = ({ open, path, onClose }: { open: OpenChoice; path: EmitterPath; onClose: () => void }) =>
  open.choice === 'frame' ? (
    <FirstFrameMenu open={open} path={path} onClose={onClose} />
  ) : (
    <ChoiceMenu open={open} choice={open.choice} path={path} onClose={onClose} />
  )

const forceAt = (target: EventTarget): ForceKind | undefined =>
  (target as Element).closest<HTMLElement>('[data-force]')?.dataset['force'] as ForceKind | undefined

/** The menu of a group, or of the force in it that is pointed at. */
const openGroupMenu = (
  event: React.MouseEvent,
  group: GroupDefinition,
  path: EmitterPath,
  expandable: boolean,
): void => {
  if ((event.target as Element).closest('input, textarea')) return
  const force = forceAt(event.target)
  const paste = (): void => void pasteNow(path.effect)
  if (force !== undefined)
    return openMenu(event, 'force', {
      copy: () => void copyNow(path.effect, `force ${force}`),
      paste,
      takeOut: () => removeForce(path, force),
    })
  openMenu(event, 'group', {
    foldGroup: expandable ? () => toggleGroup(group.id) : null,
    copy: () => void copyNow(path.effect, `group ${group.id}`),
    paste,
    resetGroup: () => resetGroupOf(group, path),
  })
}

const Group = memo(({ group, path }: { group: GroupDefinition; path: EmitterPath }) => {
  const open = useSession((s) => s.openGroups.includes(group.id))
  const [choice, setChoice] = useState<OpenChoice | null>(null)
  // Sentences change only in structure here; the numbers in them follow by themselves.
  const { tokens, rows } = useShownData<Structure>((kit) => {
    const subject = subjectOf(kit, path)
    return subject === null ? EMPTY : { tokens: group.sentence(subject), rows: group.rows(subject) }
  }, EMPTY)
  const expandable = rows.length > 0 || group.before !== undefined || group.after !== undefined
  const unfolded = open && expandable
  return (
    <section
      className={unfolded ? 'group open' : 'group'}
      data-group={group.id}
      onContextMenu={(event) => openGroupMenu(event, group, path, expandable)}
    >
      <div className="group-head">
        <GroupTitle group={group} open={open} expandable={expandable} />
        <Sentence
          tokens={tokens}
          path={path}
          onChoice={(name, anchor) => setChoice({ choice: name, anchor })}
        />
        {group.ramp && <RampThumb typeId={path.type} kind={group.ramp} />}
        {unfolded && <ResetButton group={group} path={path} />}
      </div>
      {unfolded && (
        <div className="group-body">
          {group.before?.(path)}
          {rows.map((row) => (
            <AnyRow key={row} row={row} path={path} />
          ))}
          {group.after?.(path)}
        </div>
      )}
      {choice && <OpenMenu open={choice} path={path} onClose={() => setChoice(null)} />}
    </section>
  )
})
Group.displayName = 'Group'

const Groups = ({ band, path }: { band: GroupDefinition['band']; path: EmitterPath }) => {
  const companion = useShown((_, effect) => effect.emitters[path.emitter]?.companionOf != null, false)
  return (
    <>
      {GROUPS.filter((g) => g.band === band && !(companion && g.partnerOwns)).map((group) => (
        <Group key={group.id} group={group} path={path} />
      ))}
    </>
  )
}

const EmitterNote = ({ path }: { path: EmitterPath }) => (
  <NoteField
    label="Note on the emitter"
    placeholder="A note"
    read={(kit) => kit.effects[path.effect]?.emitters[path.emitter]}
  />
)

/** The column in which an emitter and its particle type read as sentences and are edited. */
export const Recipe = () => {
  const effect = useEffectId()
  const emitter = useSelectedId()
  const type = useShown((_, e) => (emitter ? e.emitters[emitter]?.type : undefined), undefined)
  const parts = useShown((_, e) => e.parts.length > 0, false)
  const also = useAlso()
  const path: EmitterPath = useMemo(
    () => ({ effect, emitter: emitter ?? '', type: type ?? '', also }),
    [effect, emitter, type, also],
  )
  if (!emitter || !type)
    return (
      <aside className="recipe" aria-label="Recipe">
        <p className="empty-note">
          {parts
            ? 'This effect has no emitter of its own; it plays its parts, which are set beside its name in the timeline.'
            : 'This effect has no emitter yet. Add one below the stage, in the timeline.'}
        </p>
      </aside>
    )
  return (
    <aside className="recipe" aria-label="Recipe" key={`${effect} ${emitter} ${type}`}>
      <EmitterBand path={path} />
      <EmitterNote path={path} />
      <SearchBox path={path} />
      <TopRows path={path} />
      <Groups band="emitter" path={path} />
      <TypeBand path={path} />
      <Groups band="type" path={path} />
    </aside>
  )
}
