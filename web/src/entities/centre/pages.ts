/** The pages of the centre: its rooms, and what it asks beyond the rules. */
export const centrePages: [string, string][] = [
  ['/rooms', 'Rooms'],
  ['/settings', 'Settings'],
]
