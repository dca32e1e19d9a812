/** Whether keys typed there are text, or the choosing of a word. */
export function isTyped(target: HTMLElement): boolean {
  if (target instanceof HTMLInputElement) return target.type !== 'checkbox';
  return target.isContentEditable || target instanceof HTMLSelectElement || target instanceof HTMLTextAreaElement;
}
