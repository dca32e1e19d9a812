import { useLayoutEffect, useState, type ReactNode } from 'react';
import { createStore, useStore } from 'zustand';
import { asBefore, type Placed } from './labels';
import { PlacesContext, usePlaces } from './places';

/** Gives the labels of an instrument their places; each is drawn anew only when its own has changed. */
export function Labels({ placed, children }: { placed: Placed; children: ReactNode }) {
  const [places] = useState(() => createStore<{ placed: Placed }>(() => ({ placed })));
  useLayoutEffect(() => {
    places.setState((before) => ({ placed: asBefore(before.placed, placed) }));
  }, [places, placed]);
  return <PlacesContext value={places}>{children}</PlacesContext>;
}

/** A label of an instrument, where it found a place. */
export function Label({ k, className }: { k: string; className: string }) {
  const label = useStore(usePlaces(), ({ placed }) => placed.get(k));
  if (label === undefined) return null;
  const { x, y, anchor, turn } = label.spot;
  return (
    <text
      className={className}
      textAnchor={anchor}
      transform={`translate(${x.toFixed(1)} ${y.toFixed(1)})${turn === undefined ? '' : ` rotate(${turn})`}`}
    >
      {label.text}
    </text>
  );
}
