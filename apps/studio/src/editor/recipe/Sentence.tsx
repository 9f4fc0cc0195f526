import { ValueText } from '../fields/ValueText.tsx'
import { addressOf, type EmitterPath } from './emitterPath.ts'
import type { Choice, Token } from './tokens.ts'
import './Sentence.css'

export const Sentence = ({
  tokens,
  path,
  onChoice,
}: {
  tokens: readonly Token[]
  path: EmitterPath
  onChoice: (choice: Choice, at: HTMLElement) => void
}) => (
  <span className="sentence">
    {tokens.map((token, i) => {
      if (token.kind === 'words') return <span key={i}>{token.text}</span>
      if (token.kind === 'choice')
        return (
          <button
            key={i}
            type="button"
            className="word-choice"
            onClick={(event) => onChoice(token.choice, event.currentTarget)}
          >
            {token.text}
          </button>
        )
      return (
        <ValueText
          key={`${token.id} ${token.burst ?? ''}`}
          target={addressOf(path, token.id, token.burst)}
          id={token.id}
        />
      )
    })}
  </span>
)
