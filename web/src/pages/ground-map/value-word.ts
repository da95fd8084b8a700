/** What a spot is worth, in a word. @param share -1 to 1 of the best and the worst of the ground */
export function valueWord(share: number): string {
  if (share > 0.55) return 'very good';
  if (share > 0.15) return 'good';
  if (share >= -0.15) return 'even';
  return share >= -0.55 ? 'bad' : 'very bad';
}
