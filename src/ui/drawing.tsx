'use client';
import { type ComponentProps, useLayoutEffect, useRef } from 'react';

/** Nothing in a drawing is written smaller than this on the screen, however far it is scaled down. */
const leastTextPx = 11;

/** Writes what would come out too small as large as it must be; what is large enough keeps its size. */
function raiseText(svg: SVGSVGElement): void {
  const unitsPerPx = 1 / (svg.getScreenCTM?.()?.a ?? 1);
  if (!Number.isFinite(unitsPerPx)) return;
  const least = leastTextPx * unitsPerPx;
  for (const element of svg.querySelectorAll<SVGElement>('text, tspan')) {
    element.style.fontSize = '';
    // What its class and its parents make of it, the parent being raised already.
    if (Number.parseFloat(getComputedStyle(element).fontSize) < least) element.style.fontSize = `${least}px`;
  }
}

/** A drawing that scales with its place; its words stay legible. The attributes keep the drawn size, for a file that is saved. */
export function Drawing(props: ComponentProps<'svg'>) {
  const svg = useRef<SVGSVGElement>(null);
  useLayoutEffect(() => {
    if (svg.current) raiseText(svg.current);
  });
  useLayoutEffect(() => {
    const { current } = svg;
    if (!current || typeof ResizeObserver === 'undefined') return;
    const observer = new ResizeObserver(() => raiseText(current));
    observer.observe(current);
    return () => observer.disconnect();
  }, []);
  return <svg ref={svg} {...props} />;
}
