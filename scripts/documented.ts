/** npm run documented — fails when a name of a public index does not say what it does. */
import { PUBLIC_PACKAGES, publicNames } from './publicNames.ts'

const silent = PUBLIC_PACKAGES.flatMap((name) =>
  publicNames(name)
    .filter(({ documented }) => !documented)
    .map((found) => `${found.at}  ${found.name}`),
)
if (silent.length > 0) {
  console.error(`${silent.length} exported names have no comment of their own:\n${silent.join('\n')}`)
  process.exit(1)
}
console.log(`All exported names of ${PUBLIC_PACKAGES.length} packages say what they do`)
