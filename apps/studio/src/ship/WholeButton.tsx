import { type Look, WHOLE } from './pane.ts'

/** There while a picture is looked at from near. */
export const WholeButton = ({ look, onPress }: { look: Look; onPress: () => void }) =>
  look === WHOLE ? null : (
    <>
      {' · '}
      <button type="button" className="word-choice" onClick={onPress}>
        {look.zoom.toFixed(1)}×, show all of it
      </button>
    </>
  )
