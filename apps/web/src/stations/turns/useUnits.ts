import { useEffect, useRef, useState, type RefObject } from 'react';

/** The smallest a word may be, px. */
const WORD_PX = 12;

/**
 * How large words are in a drawing that is scaled into its place, so that they are never too small to read.
 * @param width and height of the drawing, units; beside it lies a margin of as many sizes of a word as `margin` says
 * @returns the drawing, and the size of a small word, units
 */
export function useUnits(
  width: number,
  height: number,
  margin: number,
): { ref: RefObject<SVGSVGElement | null>; word: number } {
  const ref = useRef<SVGSVGElement>(null);
  const [box, setBox] = useState<{ width: number; height: number } | null>(null);
  useEffect(() => {
    const drawing = ref.current;
    if (!drawing) return;
    const seen = new ResizeObserver(([{ contentRect }]) =>
      setBox({ width: contentRect.width, height: contentRect.height }),
    );
    seen.observe(drawing);
    return () => seen.disconnect();
  }, []);
  const scale = box ? Math.min((box.width - margin * WORD_PX) / width, box.height / height) : 0;
  return { ref, word: scale > 0 ? WORD_PX / scale : 22 };
}
