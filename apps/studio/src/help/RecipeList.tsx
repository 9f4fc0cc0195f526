/** Recipes: effects with notes on their emitters, to be opened and taken apart. */
import { EFFECT_RECIPES, type EffectRecipe, makeDemo } from '@gliv/demo'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { LivingThumbnail } from '../preview/Thumbnail.tsx'
import { useDocument } from '../state/document.ts'
import { openRecipe } from './openRecipe.ts'

const Recipe = ({
  recipe,
  demo,
  onOpen,
}: {
  recipe: EffectRecipe
  demo: ReturnType<typeof makeDemo>
  onOpen: () => void
}) => (
  <li>
    <LivingThumbnail kit={demo.kit} effectId={recipe.effect} pictures={demo.pictures} />
    <div>
      <h3>{recipe.title}</h3>
      <p>{recipe.text}</p>
      <Button
        size="small"
        variant="outlined"
        aria-label={`Open the recipe: ${recipe.title}`}
        onClick={onOpen}
      >
        Open
      </Button>
    </div>
  </li>
)

export const RecipeList = ({ onOpened }: { onOpened: () => void }) => {
  const navigate = useNavigate()
  const [demo] = useState(makeDemo)
  const kit = useDocument((s) => s.kit?.name)
  const open = (recipe: EffectRecipe): void =>
    void openRecipe(recipe, demo).then((path) => {
      onOpened()
      void navigate(path)
    })
  return (
    <>
      <p>
        Each opens as an effect with notes on its emitters,{' '}
        {kit === undefined ? 'in a kit “Recipes” of its own' : `in “${kit}”, one step of undo`}.
      </p>
      <ul className="recipe-list">
        {EFFECT_RECIPES.map((recipe) => (
          <Recipe key={recipe.id} recipe={recipe} demo={demo} onOpen={() => open(recipe)} />
        ))}
      </ul>
    </>
  )
}
