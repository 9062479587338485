/** What a quiz tells the page that it stands in. */
export type YesMaybeDetail = {
  /** The web address of the quiz, its last part. */
  quiz: string;
  type: 'started' | 'answered' | 'contact' | 'offer' | 'finished';
  edition: number;
  /** How far the visitor is: page `at` of `of`. */
  at: number;
  of: number;
};

declare global {
  interface GlobalEventHandlersEventMap {
    'yes-maybe': CustomEvent<YesMaybeDetail>;
  }
  interface WindowEventMap {
    'yes-maybe': CustomEvent<YesMaybeDetail>;
  }
}
