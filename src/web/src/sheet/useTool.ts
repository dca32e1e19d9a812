import { useCallback, useRef, useState } from 'react';
import type { Tool } from './tools';

/**
 * The tool in the hand. `now` has it as it is this instant: between two drawings of the page a quick hand moves
 * several times, and each move goes on from the one before, not from what was last drawn.
 */
export function useTool() {
  const [tool, show] = useState<Tool>({ kind: 'hand' });
  const held = useRef(tool);
  const setTool = useCallback((next: Tool) => {
    held.current = next;
    show(next);
  }, []);
  const now = useCallback(() => held.current, []);
  return { tool, setTool, now };
}
