/** Finds a number, a choice or a force by name, help sentence or other common words, and goes there. */
import { useTitle } from '../../shared/keys/keymap.ts'
import Search from '@mui/icons-material/Search'
import ClickAwayListener from '@mui/material/ClickAwayListener'
import Paper from '@mui/material/Paper'
import Popper from '@mui/material/Popper'
import { useEscape } from '../../shared/keys/escape.ts'
import { focusWorkplace } from '../../shared/keys/focus.ts'
import { type KeyboardEvent, useMemo, useRef, useState } from 'react'
import { edit, shownKit } from '../../state/document.ts'
import { setSession, useSession } from '../../state/session.ts'
import { FORCE_TEXTS } from '@gliv/words'
import { addForceToAll } from './addForce.ts'
import { SEARCH_FIELD } from './focusSearch.ts'
import { type Order, type Orders, readOrdersForAll } from './orders.ts'
import { findIn, type Found, searchEntries } from './search.ts'
import { subjectOf } from './subject.ts'
import type { EmitterPath } from './emitterPath.ts'
import './SearchBox.css'

/** Opens the group, shows the row and puts the focus on it. */
const goTo = ({ group, row, adds }: Found, path: EmitterPath): void => {
  if (adds) edit(`Add ${FORCE_TEXTS[adds].label}`, (kit) => addForceToAll(kit, path, adds))
  if (!useSession.getState().openGroups.includes(group))
    setSession((s) => ({ openGroups: [...s.openGroups, group] }))
  // After the group has been laid out.
  requestAnimationFrame(() =>
    requestAnimationFrame(() => {
      const section = document.querySelector(`[data-group="${group}"]`)
      const place =
        (adds
          ? section?.querySelector(`[data-force="${adds}"]`)
          : row
            ? section?.querySelector(`[data-row="${row}"]`)
            : section) ?? section
      place?.scrollIntoView({ block: 'center' })
      place?.querySelector<HTMLElement>('[role="spinbutton"], [role="combobox"], .group-title')?.focus()
      place?.animate(
        [{ boxShadow: 'inset 0 0 0 2px var(--ink)' }, { boxShadow: 'inset 0 0 0 2px transparent' }],
        { duration: 900 },
      )
    }),
  )
}

const orderNames = (orders: readonly Order[]): string[] => orders.flatMap(({ said }) => said || [])

/** What Enter sets, or why it cannot. */
const OrderItem = ({ orders, onApply }: { orders: NonNullable<Orders>; onApply: () => void }) =>
  'refusal' in orders ? (
    <p className="soft" role="alert">
      {orders.refusal}
    </p>
  ) : (
    <div role="option" aria-selected className="found-item" onClick={onApply}>
      <b>Set {orderNames(orders.orders).join(' · ')}</b>
    </div>
  )

const FoundList = ({
  typed,
  orders,
  onApply,
  found,
  active,
  onPoint,
  onChoose,
}: {
  typed: string
  orders: Orders
  onApply: () => void
  found: readonly Found[]
  active: number
  onPoint: (index: number) => void
  onChoose: (item: Found) => void
}) => (
  <Paper elevation={6} className="recipe-found" id="recipe-found" role="listbox" aria-label="Found">
    {orders && <OrderItem orders={orders} onApply={onApply} />}
    {found.length === 0 && !orders && (
      <p className="soft">Nothing is called “{typed}”. Try another word, like fade, spread or turbulence.</p>
    )}
    {found.map((item, k) => (
      <div
        key={item.key}
        role="option"
        aria-selected={!orders && k === active}
        className="found-item"
        onPointerEnter={() => onPoint(k)}
        onClick={() => onChoose(item)}
      >
        <b>{item.label}</b>
        {item.help && <small>{item.help}</small>}
      </div>
    ))}
  </Paper>
)

/** What a typed text asks for. */
const useOrders = (open: boolean, path: EmitterPath, typed: string): Orders =>
  useMemo(() => {
    const kit = shownKit()
    return open && kit && typed.trim() !== '' ? readOrdersForAll(kit, path, typed) : null
  }, [open, path, typed])

/** What a typed text finds; read when the search begins. */
const useFound = (open: boolean, path: EmitterPath, typed: string): Found[] => {
  const entries = useMemo(() => {
    const kit = shownKit()
    const subject = open && kit ? subjectOf(kit, path) : null
    return subject ? searchEntries(subject) : []
  }, [open, path])
  return findIn(entries, typed)
}

const SearchField = ({
  field,
  typed,
  expanded,
  onFocus,
  onType,
  onKeyDown,
}: {
  field: React.RefObject<HTMLInputElement | null>
  typed: string
  expanded: boolean
  onFocus: () => void
  onType: (text: string) => void
  onKeyDown: (event: KeyboardEvent) => void
}) => (
  <input
    ref={field}
    id={SEARCH_FIELD}
    type="search"
    role="combobox"
    aria-expanded={expanded}
    aria-controls="recipe-found"
    aria-label="Find a property"
    placeholder={useTitle()('Find, or set: life 1-2; speed 80', 'find')}
    value={typed}
    onFocus={onFocus}
    onChange={(event) => onType(event.target.value)}
    onKeyDown={onKeyDown}
  />
)

/** The list under the field. */
const FoundPopper = ({
  shown,
  anchor,
  ...list
}: { shown: boolean; anchor: HTMLElement | null } & Parameters<typeof FoundList>[0]) => (
  <Popper open={shown} anchorEl={anchor} placement="bottom-start" style={{ zIndex: 1300 }}>
    <FoundList {...list} />
  </Popper>
)

/** Arrows go through what is found, Enter takes it. */
const searchKeys =
  (count: number, setActive: (next: (at: number) => number) => void, onEnter: () => void) =>
  (event: KeyboardEvent): void => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (by) {
      event.preventDefault()
      setActive((at) => Math.min(Math.max(0, count - 1), Math.max(0, at + by)))
    } else if (event.key === 'Enter') onEnter()
  }

/** Sets what a line asks for: one step of undo. */
const applyOrders = (orders: readonly Order[]): void =>
  edit(`Set ${orderNames(orders).join(', ')}`, (kit) => {
    for (const order of orders) order.apply(kit)
  })

export const SearchBox = ({ path }: { path: EmitterPath }) => {
  const [typed, setTyped] = useState('')
  const [active, setActive] = useState(0)
  const [open, setOpen] = useState(false)
  const field = useRef<HTMLInputElement>(null)
  const entered = typed.trim()
  const found = useFound(open, path, typed)
  const orders = useOrders(open, path, typed)
  useEscape(open, field, () => {
    close()
    focusWorkplace()
  })
  const type = (text: string): void => {
    setTyped(text)
    setActive(0)
  }
  const close = (): void => {
    setOpen(false)
    type('')
  }
  const choose = (item: Found | undefined): void => {
    if (!item) return
    close()
    field.current?.blur()
    goTo(item, path)
  }
  const apply = (): void => {
    if (!orders || 'refusal' in orders) return
    applyOrders(orders.orders)
    close()
    focusWorkplace()
  }
  const onKeyDown = searchKeys(found.length, setActive, () => (orders ? apply() : choose(found[active])))
  return (
    <ClickAwayListener onClickAway={close}>
      <div className="recipe-search">
        <Search fontSize="inherit" />
        <SearchField
          field={field}
          typed={typed}
          expanded={found.length > 0}
          onFocus={() => setOpen(true)}
          onType={type}
          onKeyDown={onKeyDown}
        />
        <FoundPopper
          shown={open && entered !== ''}
          anchor={field.current}
          orders={orders}
          onApply={apply}
          typed={entered}
          found={found}
          active={active}
          onPoint={setActive}
          onChoose={choose}
        />
      </div>
    </ClickAwayListener>
  )
}
