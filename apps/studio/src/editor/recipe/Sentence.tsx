import { ValueText } from '../../controls/ValueText.tsx'
import type { Choice, Token } from './sentences.ts'
import { type SentenceTargets, targetOf } from './targets.ts'

export const Sentence = ({
  tokens,
  targets,
  onChoice,
}: {
  tokens: readonly Token[]
  targets: SentenceTargets
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
          target={targetOf(targets, token.id, token.burst)}
          id={token.id}
        />
      )
    })}
  </span>
)
