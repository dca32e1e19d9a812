import type { LogEntry, Outcome, ReadEntry, SeenState } from '../../api/types';

export const OUTCOMES: { value: Outcome; label: string }[] = [
  { value: 'clear', label: 'Clear, as it was meant' },
  { value: 'cloudy', label: 'Cloudy' },
  { value: 'soft', label: 'Soft or tacky' },
  { value: 'cracked', label: 'Cracked, or yellow' },
  { value: 'bubbles', label: 'Bubbles in it' },
  { value: 'layerLine', label: 'A line between layers' },
];

export const SEEN: { value: SeenState; label: string }[] = [
  { value: 'gelled', label: 'Gelled: a stick leaves its mark' },
  { value: 'firm', label: 'Firm enough to strip dams' },
  { value: 'turned', label: 'A cup of it turned' },
];

/** What an entry is, in a few words. */
export function headOf(entry: LogEntry): string {
  if (entry.session !== null)
    return entry.session.endedEarly ? `${entry.session.title}, ended early` : entry.session.title;
  if (entry.outcome !== null) return OUTCOMES.find((one) => one.value === entry.outcome)?.label ?? '';
  if (entry.seen !== null) return SEEN.find((one) => one.value === entry.seen)?.label ?? '';
  if (entry.surfaceC !== null) return 'Its surface';
  return entry.photoId !== null ? 'A photo' : 'A note';
}

/** How many entries there are, or of how many so many are shown. */
export function countOf(shown: number, all: number, looking: boolean): string {
  if (looking) return `${shown} of ${all}`;
  return all === 1 ? '1 entry' : `${all} entries`;
}

/** Whether an entry has all the words that are looked for, in any order and case. */
export function found(read: ReadEntry, waterName: string, words: string): boolean {
  const { entry, corrected, causes, review } = read;
  const text = [
    headOf(corrected),
    waterName,
    corrected.text,
    entry.text,
    corrected.session?.productName,
    corrected.session?.inkName,
    ...review,
    ...causes.flatMap((cause) => [cause.what, cause.because]),
    ...entry.corrections.map((one) => one.why),
    entry.at.slice(0, 10),
  ]
    .join(' ')
    .toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** The figures of an entry that can be put right, each with what it reads now. */
export function figuresOf(
  entry: LogEntry,
): { field: string; name: string; quantity: 'mass' | 'length' | 'temperature' | 'plain'; value: number | null }[] {
  const { session } = entry;
  if (session === null) return [];
  const cupName = (number: number) => (session.cups.length === 1 ? '' : `, cup ${number}`);
  return [
    ...session.cups.flatMap((cup) => [
      {
        field: `cup.${cup.number}.oneG`,
        name: `Part one${cupName(cup.number)}`,
        quantity: 'mass' as const,
        value: cup.oneG,
      },
      {
        field: `cup.${cup.number}.twoG`,
        name: `Part two${cupName(cup.number)}`,
        quantity: 'mass' as const,
        value: cup.twoG,
      },
      {
        field: `cup.${cup.number}.overG`,
        name: `Over${cupName(cup.number)}`,
        quantity: 'mass' as const,
        value: cup.overG,
      },
      {
        field: `cup.${cup.number}.leftG`,
        name: `Kept by the cup${cupName(cup.number)}`,
        quantity: 'mass' as const,
        value: cup.leftG,
      },
    ]),
    ...session.poured.map((layer) => ({
      field: `layer.${layer.waterId}.${layer.layer}.reachedMm`,
      name: `Level of layer ${layer.layer}`,
      quantity: 'length' as const,
      value: layer.reachedMm,
    })),
    { field: 'roomC', name: 'Room', quantity: 'temperature' as const, value: session.roomC },
    { field: 'humidityPercent', name: 'Humidity, %', quantity: 'plain' as const, value: session.humidityPercent },
    { field: 'hottestC', name: 'Hottest surface', quantity: 'temperature' as const, value: session.hottestC },
  ];
}
