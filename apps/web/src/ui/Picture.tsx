import { useEffect, useRef } from 'react';

/**
 * A picture that a worker makes.
 * @param name what it shows, in short: asked for again when this changes
 */
export function Picture({
  make,
  name,
  className,
}: {
  make: () => Promise<ImageBitmap | null>;
  name: string;
  className: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const maker = useRef(make);
  useEffect(() => {
    maker.current = make;
  });
  useEffect(() => {
    let wanted = true;
    void maker
      .current()
      .then((image) => {
        const target = canvas.current;
        if (!wanted || !target || !image) return;
        target.width = image.width;
        target.height = image.height;
        target.getContext('bitmaprenderer')?.transferFromImageBitmap(image);
      })
      .catch(() => undefined);
    return () => {
      wanted = false;
    };
  }, [name]);
  return <canvas ref={canvas} className={className} aria-hidden />;
}
