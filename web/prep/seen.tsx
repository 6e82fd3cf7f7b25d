import { useId, type ReactNode } from 'react';
import { heightAt, matrixOf, type Size, type Window } from '@placard/core/geometry';
import {
  blurDeviation,
  colourMatrix,
  editOf,
  sharpeningKernel,
  UNCHANGED,
  type Edit,
} from '@placard/core/prep';

interface SeenProps {
  /** The address of the upright original at a size for screens. */
  src: string;
  original: Size;
  window: Window;
  /** The edits whose look is shown; none for as it came. */
  look: readonly Edit[];
  /** CSS pixels across. */
  width: number;
}

/** What a version shows of its original, as the server will render it: the same window, the same colours. */
export function Seen({ src, original, window, look, width }: SeenProps) {
  const id = useId().replace(/[^a-z0-9]/gi, '');
  const height = heightAt(width, window.size);
  const filter = filterOf(look, width);
  const shorter = Math.min(width, height);
  const corners = editOf(look, 'corners');
  const border = editOf(look, 'border');
  const radius = corners ? (corners.radius / 100) * shorter : 0;
  return (
    <div className="relative overflow-hidden" style={{ width, height, borderRadius: radius }}>
      {filter && (
        <svg aria-hidden className="absolute size-0">
          <filter id={id} x="0" y="0" width="100%" height="100%" colorInterpolationFilters="sRGB">
            {filter}
          </filter>
        </svg>
      )}
      <div className="absolute inset-0 overflow-hidden" style={filter ? { filter: `url(#${id})` } : {}}>
        <img
          src={src}
          alt=""
          draggable={false}
          className="absolute top-0 left-0 max-w-none"
          style={{
            width: original.width,
            height: original.height,
            transformOrigin: '0 0',
            transform: `matrix(${matrixOf(window, { width, height }).join(',')})`,
          }}
        />
      </div>
      {border && (
        <div
          aria-hidden
          className="absolute inset-0"
          style={{
            border: `${Math.max(1, (border.width / 100) * shorter)}px solid ${border.colour}`,
            borderRadius: radius,
          }}
        />
      )}
    </div>
  );
}

/** The colours, sharpness and blur of edits as filter primitives (SVG Filter Effects). */
function filterOf(look: readonly Edit[], width: number): ReactNode {
  const matrix = colourMatrix(look);
  const sharpen = editOf(look, 'sharpen');
  const blur = editOf(look, 'blur');
  if (matrix === UNCHANGED && !sharpen && !blur) return null;
  const values = [...matrix.map(([r, g, b, shift]) => [r, g, b, 0, shift]), [0, 0, 0, 1, 0]];
  return (
    <>
      {matrix !== UNCHANGED && <feColorMatrix type="matrix" values={values.flat().join(' ')} />}
      {sharpen && (
        <feConvolveMatrix
          order="3"
          divisor="1"
          preserveAlpha="true"
          edgeMode="duplicate"
          kernelMatrix={sharpeningKernel(sharpen.strength).join(' ')}
        />
      )}
      {blur && <feGaussianBlur stdDeviation={blurDeviation(blur.strength, width)} edgeMode="duplicate" />}
    </>
  );
}
