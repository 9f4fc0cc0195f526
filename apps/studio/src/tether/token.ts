/** What a server that is reached from elsewhere asks for: from the address that it printed, kept for this tab. */
const KEY = 'gliv-token'

/** Takes the token out of the address, where it does not belong any longer than needed. */
const fromAddress = (): string | null => {
  const hash = new URLSearchParams(location.hash.slice(1))
  const token = hash.get('token')
  if (token === null) return null
  hash.delete('token')
  const rest = hash.toString()
  history.replaceState(history.state, '', `${location.pathname}${location.search}${rest && `#${rest}`}`)
  return token
}

export const readToken = (): string | null => {
  const given = fromAddress()
  if (given !== null) sessionStorage.setItem(KEY, given)
  return given ?? sessionStorage.getItem(KEY)
}

export const keepToken = (token: string): void => sessionStorage.setItem(KEY, token)
