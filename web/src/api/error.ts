/** What went wrong, in a sentence, with the path of the field at fault, such as children/0/born. Status 0 means that no answer came at all. */
export class ApiError<Current = unknown> extends Error {
  constructor(
    readonly status: number,
    sentence: string,
    readonly field?: string,
    readonly current?: Current,
  ) {
    super(sentence)
  }
}
