import { type ComponentType, useEffect, useState } from "react";

/**
 * A piece that comes once it is wanted, and stays. `failed` is told when it cannot be fetched; it is asked for again at the next wish.
 */
export function useLater<P>(
  wanted: boolean,
  load: () => Promise<ComponentType<P>>,
  failed: () => void,
): ComponentType<P> | null {
  const [piece, setPiece] = useState<ComponentType<P> | null>(null);
  const missing = wanted && !piece;
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked for once a wish, however often what loads it is made anew
  useEffect(() => {
    if (missing) load().then((come) => setPiece(() => come), failed);
  }, [missing]);
  return piece;
}
