'use client';
/** Points on a picture, and words of visitors' own. */
import { type ReactElement, useEffect, useState } from 'react';
import { number } from '../bars';
import { Canvas, type Of, type Shape, SMALL } from './strokes';
import { linesOf, widthOf } from './words';

/** px, of what most pointed at. */
const LARGEST = 34;

export function DotShapes({
  drawing: { picture, points },
  width,
}: Shape & { drawing: Of<'points'> }): ReactElement | null {
  const [ratio, setRatio] = useState<number | null>(null);
  const src = picture?.src;
  useEffect(() => {
    if (src === undefined) return;
    let over = false;
    const image = new Image();
    image.onload = () => !over && setRatio(image.naturalHeight / image.naturalWidth);
    image.src = src;
    return () => {
      over = true;
    };
  }, [src]);
  if (src === undefined || ratio === null) return null;
  const most = Math.max(1, ...points.map(({ count }) => count));
  const height = width * ratio;
  return (
    <Canvas width={width} height={height}>
      <image href={src} width={width} height={height} />
      {points.map(({ x, y, count }) => (
        <circle
          key={`${x} ${y}`}
          cx={x * width}
          cy={y * height}
          r={Math.max(3, (LARGEST / 2) * Math.sqrt(count / most))}
          style={{ fill: 'var(--data-1)', fillOpacity: 0.65, stroke: 'var(--paper)', strokeWidth: 1.5 }}
        />
      ))}
    </Canvas>
  );
}

const MOST_WORDS = 40;

/** Words of visitors' own, the larger the more of them wrote so. */
export function WordShapes({ words, width, numbers }: Shape & { words: readonly { words: string; count: number }[] }) {
  const most = Math.max(1, ...words.map(({ count }) => count));
  const placed: { text: string; count: number; x: number; y: number; font: string; row: number }[] = [];
  let [x, y, row] = [0, 0, 0];
  for (const { words: text, count } of words.slice(0, MOST_WORDS)) {
    const size = Math.round(14 + 16 * Math.sqrt(count / most) - 16 * Math.sqrt(1 / most));
    const font = `600 ${size}px 'Bricolage Grotesque Variable', 'Bricolage Grotesque', serif`;
    const [line = ''] = linesOf(text, width - 40, font, 1);
    const says = numbers === 'none' ? '' : number(count);
    const long = widthOf(line, font) + widthOf(says, SMALL) + 26;
    if (x > 0 && x + long > width) [x, y, row] = [0, y + 38, row + 1];
    placed.push({ text: line, count, x, y, font, row });
    x += long;
  }
  return (
    <Canvas width={width} height={y + 40}>
      {placed.map((one, i) => (
        <text key={i} x={one.x} y={one.y + 28} style={{ font: one.font, fill: 'var(--ink)' }}>
          {one.text}
          {numbers !== 'none' && (
            <tspan dx={5} style={{ font: SMALL, fill: 'var(--ink-2)' }}>
              {number(one.count)}
            </tspan>
          )}
        </text>
      ))}
    </Canvas>
  );
}
