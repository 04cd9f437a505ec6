import type { JointRow, Sweep } from '@limber-sheaf/core';
import { cleanLimits, sweptRange } from '@limber-sheaf/core';
import { bisector, max } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { setBend } from '../../bench/store';

interface Props {
  joint: JointRow;
  sweep: Sweep;
  angle: number;
}

const WIDTH = 290;
const HEIGHT = 128;
const EDGE = { left: 30, right: 6, top: 8, bottom: 20 };

type Bend = Sweep['bends'][number];

/** Daylight, kink, broken and stray line against the angle. Moving over it shows that angle on the art. */
export function SweepChart({ joint, sweep, angle }: Props) {
  const { bends } = sweep;
  const lined = joint.lineWidth > 0;
  const top = max(bends, (b) => Math.max(b.daylight, b.kink, lined ? b.brokenLine : 0, b.strayLine)) ?? 0;
  const [low, high] = sweptRange(joint);
  const x = scaleLinear([low, high], [EDGE.left, WIDTH - EDGE.right]);
  const y = scaleLinear([0, Math.max(10, top)], [HEIGHT - EDGE.bottom, EDGE.top]).nice(3);
  const path = (value: (b: Bend) => number) =>
    line<Bend>(
      (b) => x(b.angle),
      (b) => y(value(b)),
    )(bends) ?? '';
  const daylight =
    area<Bend>(
      (b) => x(b.angle),
      y(0),
      (b) => y(b.daylight),
    )(bends) ?? '';
  const limits = cleanLimits(joint);
  const here = bends[Math.min(bends.length - 1, bisector((b: Bend) => b.angle).left(bends, angle))];
  const show = (clientX: number, box: DOMRect) => {
    const at = x.invert(((clientX - box.left) / box.width) * WIDTH);
    setBend(joint.id, Math.round(Math.max(low, Math.min(high, at))));
  };
  return (
    <figure className="my-2">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`Faults against the angle, ${low}° to ${high}°; ${Math.round(top)} px at worst`}
        className="figures w-full cursor-crosshair touch-none text-[11px]"
        onPointerMove={(event) => show(event.clientX, event.currentTarget.getBoundingClientRect())}
        onPointerDown={(event) => show(event.clientX, event.currentTarget.getBoundingClientRect())}
      >
        {y.ticks(3).map((tick) => (
          <g key={tick}>
            <line x1={EDGE.left} x2={WIDTH - EDGE.right} y1={y(tick)} y2={y(tick)} stroke="var(--rule)" />
            <text x={EDGE.left - 5} y={y(tick) + 4} textAnchor="end" fontSize="12" fill="var(--soft)">
              {tick >= 1000 ? `${tick / 1000}k` : tick}
            </text>
          </g>
        ))}
        <path d={daylight} fill="var(--madder)" opacity={0.35} />
        <path d={path((b) => b.daylight)} fill="none" stroke="var(--madder)" strokeWidth={1.8} />
        <path d={path((b) => b.kink)} fill="none" stroke="var(--soft)" strokeWidth={1.2} strokeDasharray="1 3" />
        {lined && (
          <path
            d={path((b) => b.brokenLine)}
            fill="none"
            stroke="var(--brass)"
            strokeWidth={1.5}
            strokeDasharray="6 3"
          />
        )}
        <path d={path((b) => b.strayLine)} fill="none" stroke="var(--ink)" strokeWidth={1.3} strokeDasharray="2 2" />
        <line
          x1={EDGE.left}
          x2={WIDTH - EDGE.right}
          y1={y(limits.daylight)}
          y2={y(limits.daylight)}
          stroke="var(--sap)"
          strokeWidth={0.8}
        />
        {[joint.rangeLow, joint.rangeHigh]
          .filter((end) => end !== low && end !== high)
          .map((end) => (
            // Beyond here the joint does not turn in the rig; it is wanted clean all the same.
            <line
              key={end}
              x1={x(end)}
              x2={x(end)}
              y1={EDGE.top}
              y2={y(0)}
              stroke="var(--brass)"
              strokeDasharray="2 3"
            />
          ))}
        <text x={x(low)} y={HEIGHT - 5} textAnchor="start" fontSize="12" fill="var(--soft)">
          {Math.round(low)}°
        </text>
        {x(0) - x(low) > 48 && x(high) - x(0) > 48 && (
          <text x={x(0)} y={HEIGHT - 5} textAnchor="middle" fontSize="12" fill="var(--soft)">
            0°
          </text>
        )}
        <text x={x(high)} y={HEIGHT - 5} textAnchor="end" fontSize="12" fill="var(--soft)">
          {Math.round(high)}°
        </text>
        <line
          x1={x(angle)}
          x2={x(angle)}
          y1={EDGE.top}
          y2={HEIGHT - EDGE.bottom}
          stroke="var(--ink)"
          strokeWidth={1.2}
        />
      </svg>
      <figcaption className="grid grid-cols-2 gap-x-3 text-[12px]">
        <Legend colour="var(--madder)" word="daylight" px={here?.daylight} />
        <Legend colour="var(--soft)" word="kink" px={here?.kink} dash="1 3" />
        {lined && <Legend colour="var(--brass)" word="broken line" px={here?.brokenLine} dash="6 3" />}
        <Legend colour="var(--ink)" word="stray line" px={here?.strayLine} dash="2 2" />
      </figcaption>
    </figure>
  );
}

function Legend({ colour, word, px, dash }: { colour: string; word: string; px: number | undefined; dash?: string }) {
  return (
    <span className="flex items-center gap-1.5">
      <svg width="16" height="6" aria-hidden>
        <line x1="0" x2="16" y1="3" y2="3" stroke={colour} strokeWidth="2" strokeDasharray={dash} />
      </svg>
      {word}
      <span className="figures ml-auto">{Math.round(px ?? 0)} px</span>
    </span>
  );
}
