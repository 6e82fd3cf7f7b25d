/** How near an end is, by the days that are left: over, within a month, later. */
export const toneOf = (days: number): 'madder' | 'ochre' | 'spruce' =>
  days < 0 ? 'madder' : days <= 30 ? 'ochre' : 'spruce';
