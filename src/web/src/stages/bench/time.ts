/** "24:38", "-0:12" once it is past; hours only where there are any. */
export function clock(ms: number): string {
  const seconds = Math.ceil(Math.abs(ms) / 1000 - 1e-6);
  const two = (n: number) => String(n).padStart(2, '0');
  const minutes = Math.floor(seconds / 60);
  const text =
    minutes >= 600
      ? `${Math.floor(minutes / 60)}:${two(minutes % 60)}:${two(seconds % 60)}`
      : `${minutes}:${two(seconds % 60)}`;
  return ms < 0 && seconds > 0 ? `−${text}` : text;
}
