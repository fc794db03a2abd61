/** What a fault is seen in. */
export type Need =
  /** Where the feet stand, at some moves or at all of them. */
  | 'stands'
  | 'every landing'
  | 'steps'
  | 'landing times'
  | 'lift times'
  /** What a foot does between two landings. */
  | 'flight'
  | 'headings'
  | 'heights'
  | 'the target'
  | 'strikes'
  /** A number: an eye only sees that something happened. */
  | 'a measure';

/** How a need is called to a coach. */
export const NEED_WORDS: Readonly<Record<Need, string>> = {
  stands: 'where the feet stand',
  'every landing': 'every landing of the drill',
  steps: 'how far each foot went',
  'landing times': 'when the feet landed',
  'lift times': 'when the feet left the floor',
  flight: 'what the feet do between two landings',
  headings: 'which way the feet point',
  heights: 'how high the feet are',
  'the target': 'where the target was',
  strikes: 'when the strikes touched',
  'a measure': 'a measurement',
};
