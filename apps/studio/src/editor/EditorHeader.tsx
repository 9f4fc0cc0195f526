import BookmarksOutlined from '@mui/icons-material/BookmarksOutlined'
import BurstMode from '@mui/icons-material/BurstMode'
import ArrowDropDown from '@mui/icons-material/ArrowDropDown'
import ExploreOutlined from '@mui/icons-material/ExploreOutlined'
import FitScreen from '@mui/icons-material/FitScreen'
import LinkIcon from '@mui/icons-material/Link'
import Fullscreen from '@mui/icons-material/Fullscreen'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import MenuList from '@mui/material/MenuList'
import Popover from '@mui/material/Popover'
import { Tooltip } from '../shared/controls/Tooltip.tsx'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { useShallow } from 'zustand/react/shallow'
import { NameField } from '../document/NameField.tsx'
import { useNamed } from '../document/useNamed.ts'
import { AppHeader } from '../frame/AppHeader.tsx'
import { ColourField } from '../shared/controls/ColourField.tsx'
import { CommandIcon } from '../shared/controls/CommandIcon.tsx'
import { toggleExplore, useExplore } from '../state/explore.ts'
import { setTakes, useTakes } from '../state/takes.ts'
import { useTitle } from '../shared/keys/keymap.ts'
import { useDocument } from '../state/document.ts'
import {
  type Ground,
  GROUNDS,
  setSession,
  shownGround,
  type StageGround,
  useSession,
} from '../state/session.ts'
import { holdBaked, useBaked } from '../ship/liveOrBaked.ts'
import { setSprites, useSprites } from '../state/sprites.ts'
import { LeversButton } from './levers/LeversPage.tsx'
import { fitStage } from './playback/camera.ts'
import { StageChoice } from './transport/StageChoice.tsx'
import { CaptureButton } from '../capture/CaptureButton.tsx'
import { copyLink } from './useAddress.ts'
import { useDriver, useEffectId, useShown } from './playback/shownEffect.ts'
import './EditorHeader.css'

/** Effects are switched without leaving the editor. */
const EffectSwitch = () => {
  const effectId = useEffectId()
  const navigate = useNavigate()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const kitId = useDocument((s) => s.kit?.id)
  const effects = useNamed((kit) => kit.effectOrder.map((id) => kit.effects[id]!))
  return (
    <>
      <IconButton aria-label="Other effects of this kit" onClick={(event) => setAnchor(event.currentTarget)}>
        <ArrowDropDown />
      </IconButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {effects.map((effect) => (
          <MenuItem
            key={effect.id}
            dense
            selected={effect.id === effectId}
            onClick={() => {
              setAnchor(null)
              void navigate(`/kit/${kitId}/effect/${effect.id}`)
            }}
          >
            {effect.name}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

const LinkButton = () => {
  const effectId = useEffectId()
  const driver = useDriver()
  return (
    <CommandIcon
      name="Copy a link"
      more="to this emitter, group and moment"
      command="copyLink"
      onClick={() => void copyLink(effectId, driver)}
    >
      <LinkIcon fontSize="small" />
    </CommandIcon>
  )
}

const GROUND_TEXTS = {
  dark: 'Dark',
  middle: 'Middle',
  light: 'Light',
  checker: 'Checker',
} as const satisfies Record<Ground, string>

/** What an effect stands on alone: dark, middle, light, squares, or a colour of one's own. */
const GroundButton = () => {
  const ground = useSession((s) => s.ground)
  const title = useTitle()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const choose = (next: StageGround): void => {
    setAnchor(null)
    setSession({ ground: next })
  }
  const own = ground.startsWith('#') ? ground : '#3a5a40'
  const set = (colour: string): void => void setSession({ ground: colour as StageGround })
  return (
    <>
      <Button
        variant="outlined"
        aria-haspopup="menu"
        title={title('Ground of the stage; a held key shows the other one', 'otherGround')}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <span
          className={`ground-patch ${ground}`}
          style={{ background: ground === 'checker' ? undefined : shownGround(ground) }}
        />{' '}
        Ground
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <MenuList aria-label="Ground" dense>
          {(Object.keys(GROUNDS) as Ground[]).map((one) => (
            <MenuItem key={one} selected={ground === one} onClick={() => choose(one)}>
              {GROUND_TEXTS[one]}
            </MenuItem>
          ))}
        </MenuList>
        <div className="own-ground">
          <ColourField value={own} onMove={set} onDone={() => undefined} onCommit={set} />
        </div>
      </Popover>
    </>
  )
}

const SpritesButton = () => {
  const sprites = useSprites((s) => s.open)
  const title = useTitle()
  return (
    <Button
      variant="outlined"
      aria-pressed={sprites}
      onClick={() => setSprites((s) => ({ open: !s.open }))}
      title={title('Draw, cut, import and animate pictures beside the stage', 'sprites')}
    >
      Sprites
    </Button>
  )
}

const ViewButtons = () => {
  const driver = useDriver()
  const stageOnly = useSession((s) => s.stageOnly)
  return (
    <>
      <CaptureEffect />
      <BakedButton />
      <CommandIcon name="Frame everything" command="frameAll" onClick={() => driver && fitStage(driver)}>
        <FitScreen fontSize="small" />
      </CommandIcon>
      <CommandIcon
        name="Only the stage"
        command="stageOnly"
        pressed={stageOnly}
        onClick={() => setSession({ stageOnly: !stageOnly })}
      >
        <Fullscreen fontSize="small" />
      </CommandIcon>
    </>
  )
}

/** Held, it shows the effect's bake in its place, as the key does. */
const BakedButton = () => {
  const effectId = useEffectId()
  const held = useBaked((s) => s.held && s.effect === effectId)
  const title = useTitle()
  const hold = (down: boolean) => () => holdBaked(effectId, down)
  return (
    <Tooltip title={title('Live or baked: hold to see the bake in the effect’s place', 'baked')}>
      <IconButton
        aria-label="Hold to see the bake"
        aria-pressed={held}
        onPointerDown={hold(true)}
        onPointerUp={hold(false)}
        onPointerLeave={() => held && holdBaked(effectId, false)}
        onKeyDown={({ key, repeat }) =>
          (key === ' ' || key === 'Enter') && !repeat && holdBaked(effectId, true)
        }
        onKeyUp={hold(false)}
      >
        <BurstMode fontSize="small" />
      </IconButton>
    </Tooltip>
  )
}

const CaptureEffect = () => (
  <CaptureButton driver={useDriver()} name={useShown((_, effect) => effect.name, '')} />
)

/** The row of takes, and Explore. */
const TryingButtons = () => {
  const takes = useTakes((s) => s.open)
  const explores = useExplore((s) => s.open)
  return (
    <>
      <CommandIcon
        name="Takes"
        more="kept states, to compare and to return to"
        command="takes"
        pressed={takes}
        onClick={() => setTakes({ open: !takes })}
      >
        <BookmarksOutlined fontSize="small" />
      </CommandIcon>
      <CommandIcon
        name="Explore"
        more="rows of variations beside the present state"
        command="explore"
        pressed={explores}
        onClick={toggleExplore}
      >
        <ExploreOutlined fontSize="small" />
      </CommandIcon>
    </>
  )
}

const ShipButton = ({ effectId }: { effectId: string }) => {
  const kitId = useDocument((s) => s.kit?.id)
  return (
    <Button variant="contained" component={Link} to={`/kit/${kitId}/ship/${encodeURIComponent(effectId)}`}>
      Ship
    </Button>
  )
}

export const EditorHeader = () => {
  const effectId = useEffectId()
  const kit = useDocument(useShallow((s) => ({ id: s.kit?.id, name: s.kit?.name })))
  return (
    <AppHeader
      crumbs={
        <>
          <Link to={`/kit/${kit.id}`} className="crumb" title={kit.name}>
            {kit.name}
          </Link>
          <span aria-hidden>›</span>
          <NameField
            className="name-field effect-name"
            label="Effect name"
            read={(k) => k.effects[effectId]?.name}
            write={(k, name) => void (k.effects[effectId]!.name = name)}
          />
          <EffectSwitch />
          <LinkButton />
        </>
      }
      actions={
        <>
          <TryingButtons />
          <LeversButton />
          <StageChoice />
          <GroundButton />
          <SpritesButton />
          <ViewButtons />
          <ShipButton effectId={effectId} />
        </>
      }
    />
  )
}
