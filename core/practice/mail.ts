/** A message as the practice mailbox shows it. */
export interface PracticeMail {
  readonly id: string
  readonly from: string
  readonly to: string
  readonly subject: string
  readonly text: string
  readonly at: string
  readonly attachments: readonly {
    readonly at: number
    readonly name: string
    readonly type: string
    readonly bytes: number
  }[]
}
