/** What a track of a film tells (HTML, track element): what is said, what is to be seen, or which part begins when. */
export const TRACK_KINDS = ['captions', 'descriptions', 'chapters'] as const;
export type TrackKind = (typeof TRACK_KINDS)[number];
