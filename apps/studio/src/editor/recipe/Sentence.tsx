import type { PropertyId } from '@gliv/model'
import { property } from '@gliv/model'
import { ValueText } from '../../controls/ValueText.tsx'
import type { Target } from '../../store/targets.ts'
import type { Choice, Token } from './sentences.ts'

export interface SentenceTargets {
  readonly effect: string
  readonly emitter: string
  readonly type: string
}

/** The target of a property, by its owner. */
export const targetOf = (targets: SentenceTargets, id: PropertyId, burst?: string): Target => {
  const { owner } = property(id)
  if (owner === 'type') return { owner, type: targets.type }
  if (owner === 'burst') return { owner, effect: targets.effect, emitter: targets.emitter, burst: burst! }
  return owner === 'effect' ? { owner, effect: targets.effect } : { owner, effect: targets.effect, emitter: targets.emitter }
}

export const Sentence = ({ tokens, targets, onChoice }: { tokens: readonly Token[]; targets: SentenceTargets; onChoice: (choice: Choice, at: HTMLElement) => void }) => (
  <span className="sentence">
    {tokens.map((token, i) => {
      if (token.kind === 'words') return <span key={i}>{token.text}</span>
      if (token.kind === 'choice')
        return (
          <button key={i} type="button" className="word-choice" onClick={(event) => onChoice(token.choice, event.currentTarget)}>
            {token.text}
          </button>
        )
      return <ValueText key={`${token.id} ${token.burst ?? ''}`} target={targetOf(targets, token.id, token.burst)} id={token.id} />
    })}
  </span>
)
