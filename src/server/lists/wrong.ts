/** What is wrong with an entry of a list, and in which field. */
export class Wrong extends Error {
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message)
  }
}
