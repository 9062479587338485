declare module 'jstat' {
  const jstat: {
    chisquare: { cdf(x: number, df: number): number };
    normal: { cdf(x: number, mean: number, sd: number): number };
  };
  export default jstat;
}
