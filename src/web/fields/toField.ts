/** How long a panel that is loaded on its way may take, frames. */
const FRAMES = 120

/** Brings a field into sight and sets the keys on it, by its id; a group of choices by its first. Waits for a panel that is on its way. */
export async function toField(id: string): Promise<void> {
  for (let frame = 0; frame < FRAMES; frame += 1) {
    await new Promise((drawn) => requestAnimationFrame(drawn))
    const field = document.getElementById(id) ?? document.getElementById(`${id}-0`)
    if (!field) continue
    field.scrollIntoView({ block: 'center' })
    field.focus({ preventScroll: true })
    return
  }
}
