declare module "jstat" {
  const jstat: {
    beta: { inv(share: number, alpha: number, beta: number): number };
    betaln(alpha: number, beta: number): number;
    normal: { inv(share: number, mean: number, deviation: number): number };
  };
  export default jstat;
}
