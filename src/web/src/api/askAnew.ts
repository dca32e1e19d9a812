import type { QueryClient, QueryKey } from '@tanstack/react-query';

/** Asks anew for all that begins with a key, or for everything: also for what is still being asked for the first time, whose answer would be of before the change. */
export async function askAnew(client: QueryClient, queryKey: QueryKey = []): Promise<void> {
  await client.cancelQueries({ queryKey });
  await client.invalidateQueries({ queryKey });
}
