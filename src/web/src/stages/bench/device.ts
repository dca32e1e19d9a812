import type { BenchDevice } from '../../api/types';

const KEY = 'ink-basin.device';

/** This device at the bench: a mark of its own, kept where its settings are, and what it calls itself. */
export function thisDevice(): BenchDevice {
  let id = localStorage.getItem(KEY);
  if (id === null) {
    id = `device-${crypto.getRandomValues(new Uint32Array(3)).join('-')}`;
    localStorage.setItem(KEY, id);
  }
  return { id, name: window.matchMedia('(max-width: 700px)').matches ? 'A phone' : 'A desk' };
}
