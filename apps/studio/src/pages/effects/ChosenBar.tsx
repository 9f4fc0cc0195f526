/** What can be done with all effects that are chosen. */
import Close from '@mui/icons-material/Close'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { useState } from 'react'
import { useDocument } from '../../state/document.ts'
import { chooseEffects, useChosenEffects } from '../../state/effectsPage.ts'
import { deleteEffects, duplicateEffects, makeVariants, readTags, tagEffects } from './acts.ts'
import { copyChosen } from './useEffectClip.ts'

const TagEntry = ({ ids }: { ids: readonly string[] }) => {
  const [text, setText] = useState('')
  const add = (): void => {
    const tags = readTags(text)
    if (tags.length > 0) tagEffects(ids, tags)
    setText('')
  }
  return (
    <input
      aria-label="Tag them"
      placeholder="Tag them: water, wet"
      value={text}
      maxLength={200}
      onChange={(event) => setText(event.target.value)}
      onBlur={add}
      onKeyDown={(event) => event.key === 'Enter' && add()}
    />
  )
}

export const ChosenBar = () => {
  const ids = useChosenEffects((s) => s.ids)
  const kit = useDocument((s) => s.kit)
  const tags = [...new Set(ids.flatMap((id) => kit?.effects[id]?.tags ?? []))]
  return (
    <div className="chosen-bar" role="toolbar" aria-label="Chosen effects">
      <b id="chosen-effects">{ids.length} chosen</b>
      <Button size="small" variant="outlined" onClick={() => duplicateEffects(ids)}>
        Duplicate
      </Button>
      <Button
        size="small"
        variant="outlined"
        title="Effects that are these with changes: all else follows"
        onClick={() => makeVariants(ids)}
      >
        Make variants
      </Button>
      <Button size="small" variant="outlined" onClick={() => void copyChosen(ids)}>
        Copy
      </Button>
      <Button size="small" variant="outlined" onClick={() => deleteEffects(ids)}>
        Delete
      </Button>
      <TagEntry ids={ids} />
      {tags.map((tag) => (
        <Button
          key={tag}
          size="small"
          aria-label={`Take the tag ${tag} away`}
          onClick={() => tagEffects(ids, [], tag)}
        >
          {tag} ×
        </Button>
      ))}
      <span className="spacer" />
      <IconButton aria-label="Choose none" onClick={() => chooseEffects([])}>
        <Close fontSize="small" />
      </IconButton>
    </div>
  )
}
