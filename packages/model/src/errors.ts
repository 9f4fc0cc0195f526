/** Refusal of something that came from outside: says the place, the value, the rule and the remedy. */
export class Refusal extends Error {
  override readonly name = 'Refusal'
  readonly place: string
  constructor(place: string, message: string) {
    super(place ? `${place}: ${message}` : message)
    this.place = place
  }
}
