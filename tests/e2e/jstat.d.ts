declare module 'jstat' {
  const jstat: {
    beta: {
      pdf(x: number, alpha: number, beta: number): number;
      cdf(x: number, alpha: number, beta: number): number;
    };
    poisson: { cdf(k: number, mean: number): number };
  };
  export default jstat;
}
