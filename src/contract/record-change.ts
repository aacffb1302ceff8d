/** One change of the records of a machine or of one of its lines; what stood there and what stands there since. */
export interface RecordChange {
  id: number
  at: string
  by: string
  kind: 'made' | 'changed' | 'retired' | 'brought-back'
  lineId: number | null
  lineName: string | null
  before: Record<string, unknown> | null
  after: Record<string, unknown> | null
}
