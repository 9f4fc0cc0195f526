/** A dot on the card of an effect that was written and has changed since. */
import { useChanged } from './useChanged.ts'

const ChangedDot = ({ effectId }: { effectId: string }) =>
  useChanged().has(effectId) ? (
    <span
      className="changed-dot"
      role="img"
      aria-label="changed since written"
      title="Changed since written"
    />
  ) : null

export default ChangedDot
