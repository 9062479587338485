declare module 'jstat' {
  const jstat: {
    /** The natural logarithm of the gamma function. */
    gammaln(x: number): number;
  };
  export default jstat;
}
