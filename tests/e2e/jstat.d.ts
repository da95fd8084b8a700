declare module 'jstat' {
  const jstat: { beta: { inv(p: number, alpha: number, beta: number): number } };
  export default jstat;
}
