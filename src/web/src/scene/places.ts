import { createContext, useContext } from 'react';
import { createStore, type StoreApi } from 'zustand';
import type { Placed } from './labels';

type Places = StoreApi<{ placed: Placed }>;

export const PlacesContext = createContext<Places>(createStore<{ placed: Placed }>(() => ({ placed: new Map() })));

/** Where the labels of the instrument stand. */
export function usePlaces(): Places {
  return useContext(PlacesContext);
}
