import { useQuery } from '@tanstack/react-query';
import { answer, api } from './client';
import { nameOfTint } from './tints';

export function useProducts() {
  return (
    useQuery({ queryKey: ['products'], queryFn: () => answer(api.GET('/api/stores/products')), staleTime: Infinity })
      .data ?? []
  );
}

const tintsQuery = {
  queryKey: ['tints'],
  queryFn: () => answer(api.GET('/api/stores/tints')),
  staleTime: Infinity,
};

export function useTints() {
  return useQuery(tintsQuery).data ?? [];
}

/** What a tint is called by its id. While the tints are on their way none of them is said to be gone. */
export function useTintName(): (tintId: string) => string {
  const tints = useQuery(tintsQuery).data;
  return (tintId) => (tints === undefined ? 'A tint' : nameOfTint(tints, tintId));
}

const startingWatersQuery = {
  queryKey: ['starting-waters'],
  queryFn: () => answer(api.GET('/api/stores/waters')),
  staleTime: Infinity,
};

export function useStartingWaters() {
  return useQuery(startingWatersQuery).data ?? [];
}

/** Whether tints and starting waters have come, or been refused: what stands under them would move away before. */
export function useWishesCome(): boolean {
  const tints = useQuery(tintsQuery);
  const waters = useQuery(startingWatersQuery);
  return !tints.isPending && !waters.isPending;
}

export function usePlasters() {
  return (
    useQuery({ queryKey: ['plasters'], queryFn: () => answer(api.GET('/api/stores/plasters')), staleTime: Infinity })
      .data ?? []
  );
}

export function useCovers() {
  return (
    useQuery({ queryKey: ['covers'], queryFn: () => answer(api.GET('/api/stores/covers')), staleTime: Infinity })
      .data ?? []
  );
}

export function useStandInKinds() {
  return (
    useQuery({ queryKey: ['stand-ins'], queryFn: () => answer(api.GET('/api/stores/stand-ins')), staleTime: Infinity })
      .data ?? []
  );
}

export function useDrownedKinds() {
  return (
    useQuery({ queryKey: ['drowned'], queryFn: () => answer(api.GET('/api/stores/drowned')), staleTime: Infinity })
      .data ?? []
  );
}

export function useDamChoices() {
  return (
    useQuery({ queryKey: ['dams'], queryFn: () => answer(api.GET('/api/stores/dams')), staleTime: Infinity }).data ?? []
  );
}

/** Where a product's sheet and the model are more than half apart. */
export function useSheetDoubts(productId: string) {
  return (
    useQuery({
      queryKey: ['doubts', productId],
      queryFn: () => answer(api.GET('/api/stores/products/{productId}/doubts', { params: { path: { productId } } })),
      staleTime: Infinity,
      retry: false,
    }).data ?? []
  );
}

export function useKinds() {
  return (
    useQuery({ queryKey: ['kinds'], queryFn: () => answer(api.GET('/api/stores/kinds')), staleTime: Infinity }).data ??
    []
  );
}

/** The bottles; and whether it is known yet what stands there: none by then is not the same as none. */
export function useBottles() {
  const { data, isPending } = useQuery({
    queryKey: ['bottles'],
    queryFn: () => answer(api.GET('/api/stores/bottles')),
  });
  return { bottles: data ?? [], known: !isPending };
}

/** What a piece of a build's work has out of the cupboard, and of which good. */
export function useTaken(buildId: string, version: number, workId: string) {
  const { data } = useQuery({
    queryKey: ['taken', buildId, version],
    queryFn: () => answer(api.GET('/api/stores/cupboard', { params: { query: { standing: true } } })),
  });
  const goods = data?.cupboard.goods.map((one) => one.good) ?? [];
  return (data?.taken ?? [])
    .filter((one) => one.buildId === buildId && one.workId === workId)
    .flatMap((one) => goods.filter((good) => good.id === one.goodId).map((good) => ({ good, amount: one.amount })));
}

/** Cups of the cupboard whose sizes are known. */
export function useCups() {
  const { data } = useQuery({
    queryKey: ['cupboard', true],
    queryFn: () => answer(api.GET('/api/stores/cupboard', { params: { query: { standing: true } } })),
  });
  return data?.cupboard.goods.map((one) => one.good).filter((good) => good.shape !== null) ?? [];
}

/** Sheets and bottles that are kept and cannot be read. */
export function useShelfTroubles() {
  return useQuery({ queryKey: ['shelf-troubles'], queryFn: () => answer(api.GET('/api/stores/troubles')) }).data ?? [];
}
