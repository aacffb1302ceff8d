import type pg from 'pg'
import { noticeOf, type Notice } from '../../contract/notices.js'

/** Hears what the database tells of every instance and hands it on; it knows nothing of who listens or why. */

export interface Hearer {
  hear: (notice: Notice) => void
  /** The database is not heard any more: what happens meanwhile is told to nobody. */
  cut: () => void
}

export interface Teller {
  /** Hears from now on; what is given back ends it. @throws where the database does not answer */
  join: (hearer: Hearer) => Promise<() => void>
}

/** One connection of the pool listens while anybody hears. */
export function tellerOf(pool: pg.Pool): Teller {
  const hearers = new Set<Hearer>()
  let line: Line | null = null

  const begin = (): Line => {
    const begun = openLine(
      pool,
      (notice) => hearers.forEach(({ hear }) => hear(notice)),
      () => {
        if (line !== begun) return
        line = null
        const all = [...hearers]
        hearers.clear()
        for (const { cut } of all) cut()
      },
    )
    return begun
  }

  const leave = (hearer: Hearer) => {
    if (!hearers.delete(hearer) || hearers.size) return
    line?.close()
    line = null
  }

  return {
    join: async (hearer) => {
      hearers.add(hearer)
      line ??= begin()
      await line.ready
      return () => leave(hearer)
    },
  }
}

interface Line {
  /** @throws where the database does not answer; it is over then */
  ready: Promise<unknown>
  close: () => void
}

/** A connection that listens; it is not given to others afterwards, who would be told things that they did not ask for. */
function openLine(pool: pg.Pool, hear: (notice: Notice) => void, over: () => void): Line {
  let open = true
  const end = (client?: pg.PoolClient) => {
    if (!open) return
    open = false
    client?.release(true)
    over()
  }
  const connected = pool.connect().then(async (client) => {
    if (!open) return client.release(true)
    lent = client
    client.once('error', () => end(client))
    client.once('end', () => end(client))
    client.on('notification', ({ payload }) => {
      const notice = noticeOf(payload ?? '')
      if (notice && open) hear(notice)
    })
    await client.query('LISTEN yardfrost_changed')
  })
  let lent: pg.PoolClient | undefined
  const ready = connected.catch((error: unknown) => {
    end(lent)
    throw error
  })
  return { ready, close: () => end(lent) }
}
