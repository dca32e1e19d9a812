/**
 * Whether an answer is older than what is shown by now: answers overtake one another, and one that was on its way while another came would take the page back. What was
 * shown already when it was asked for decides nothing: a server whose data were put back from a backup knows less, and is right.
 * @param isOlder Whether the first is older than the second.
 * @param came The answer.
 * @param shown What is shown by now.
 * @param askedBy What was shown when it was asked for.
 */
export function isOvertaken<T>(
  isOlder: (one: T, than: T) => boolean,
  came: T,
  shown: T | null | undefined,
  askedBy: T | null | undefined,
): boolean {
  return shown != null && shown !== askedBy && isOlder(came, shown);
}
