/** Sentences by code; `{name}` is a parameter of the message. */
export type Cautions = Readonly<Record<string, string>>
/** What is asked, and what a wrong guess will do. */
export type Questions = Readonly<Record<string, readonly [asked: string, why: string]>>
