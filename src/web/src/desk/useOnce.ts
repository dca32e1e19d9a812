import { useState } from 'react';

/** Does a thing unless the very same is still on its way: what is pressed again before it is answered is not made twice, and what differs is not lost. */
export function onceAtATime() {
  const onItsWay = new Set<string>();
  return (what: unknown, act: () => Promise<unknown>) => {
    const key = JSON.stringify(what);
    if (onItsWay.has(key)) return;
    onItsWay.add(key);
    void act().finally(() => onItsWay.delete(key));
  };
}

/** The same for as long as a part of the page stands. */
export function useOnce() {
  return useState(onceAtATime)[0];
}
