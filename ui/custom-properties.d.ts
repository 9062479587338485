import 'react';

declare module 'react' {
  /** Properties of our own names in styles, which React's types leave out. */
  interface CSSProperties {
    [property: `--${string}`]: string | number;
  }
}
