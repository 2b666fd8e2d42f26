"use client";

import { Box } from "@chakra-ui/react";
import { type Mover, seenStretch } from "@/core/motion";
import { useDrag } from "@/ui/useDrag";
import { useSize } from "@/ui/useSize";

interface PlanViewProps {
  readonly mover: Mover;
  /** Half the width seen, over the distance. */
  readonly slope: number;
  readonly coverage: number;
  /** How far from the frame's edge it is when one has to press, metres along its path. */
  readonly aheadMetres: number;
  /** How far it goes while the shutter is open, metres. */
  readonly openMetres: number;
  readonly onMover: (mover: Mover) => void;
}

const HEIGHT = 220;
/** Farther ahead than so many half widths of the frame, the moment to press is only pointed at. */
const MOST_AHEAD = 2;
const DEG_PER_RAD = 180 / Math.PI;

/**
 * From above: the camera, what it sees, and the path of the mover, with where it is when one has to press and the stretch
 * that the open shutter sees; drag the path nearer or farther, its end to turn it.
 */
export function PlanView({ mover, slope, coverage, aheadMetres, openMetres, onMover }: PlanViewProps) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const farthest = Math.max(20, mover.distanceM * 1.7);
  // The whole width that is seen where the mover passes stays in the drawing, and where it is when one presses.
  const seen = slope * mover.distanceM;
  const ahead = Math.min(aheadMetres, MOST_AHEAD * seen);
  const widest = seen + ahead;
  const scale = Math.min((HEIGHT - 24) / farthest, Math.max(20, width / 2 - 40) / widest);
  const foot = { x: width / 2, y: HEIGHT - 10 };
  const heading = mover.headingDegFromPerpendicular / DEG_PER_RAD;
  const middle = { x: foot.x, y: foot.y - mover.distanceM * scale };
  const reach = Math.min(width / 2 - 20, seen * scale * 1.6 + 30);
  const tip = { x: middle.x + reach * Math.cos(heading), y: middle.y - reach * Math.sin(heading) };
  const along = (metres: number) => ({
    x: middle.x + metres * scale * Math.cos(heading),
    y: middle.y - metres * scale * Math.sin(heading),
  });
  const { fromM, toM } = seenStretch({ focalLengthMm: 1, sensorWidthMm: 2 * slope }, mover);
  const crosses = Number.isFinite(fromM) && Number.isFinite(toM);
  const press = along(fromM - ahead);
  const tail = along(crosses ? Math.min(-reach / scale, fromM - ahead) : -reach / scale);
  const opens = along(fromM);
  const closes = along(Math.min(toM, fromM + openMetres));
  const byDistance = useDrag<SVGCircleElement>({
    move: ({ y }) => {
      const distance = (foot.y - y) / scale;
      onMover({ ...mover, distanceM: Math.round(Math.max(1, Math.min(farthest, distance)) * 2) / 2 });
    },
  });
  const byHeading = useDrag<SVGCircleElement>({
    move: ({ x, y }) => {
      const angle = Math.atan2(middle.y - y, Math.max(1, x - middle.x)) * DEG_PER_RAD;
      onMover({ ...mover, headingDegFromPerpendicular: Math.round(Math.max(-85, Math.min(85, angle))) });
    },
  });
  return (
    <Box ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`From above: a mover ${mover.distanceM} m away, heading ${mover.headingDegFromPerpendicular}° from straight across`}
        style={{ display: "block", touchAction: "none" }}
      >
        <Box asChild color="slate">
          <rect width={width} height={HEIGHT} fill="currentColor" />
        </Box>
        <Box asChild color="mist">
          <path
            d={`M${foot.x},${foot.y} L${foot.x - slope * farthest * scale},${foot.y - farthest * scale} H${foot.x + slope * farthest * scale} Z`}
            fill="currentColor"
            opacity={0.16}
          />
        </Box>
        <Box asChild color="bone">
          <circle cx={foot.x} cy={foot.y} r={5} fill="currentColor" />
        </Box>
        <Box asChild color={coverage >= 1 ? "moss" : "coral"}>
          <g>
            <line x1={tail.x} y1={tail.y} x2={tip.x} y2={tip.y} stroke="currentColor" strokeOpacity={0.6} />
            {crosses && (
              <line x1={opens.x} y1={opens.y} x2={closes.x} y2={closes.y} stroke="currentColor" strokeWidth={4} />
            )}
            <circle ref={byHeading} cx={tip.x} cy={tip.y} r={8} fill="currentColor" style={{ cursor: "grab" }} />
            <Box asChild color="ink">
              <path
                d="M-2,-4 L3,0 L-2,4"
                transform={`translate(${tip.x} ${tip.y}) rotate(${-mover.headingDegFromPerpendicular})`}
                fill="none"
                stroke="currentColor"
                strokeWidth={2}
                pointerEvents="none"
              />
            </Box>
            <circle
              ref={byDistance}
              cx={middle.x}
              cy={middle.y}
              r={9}
              fill="currentColor"
              fillOpacity={0.35}
              stroke="currentColor"
              style={{ cursor: "ns-resize" }}
            />
          </g>
        </Box>
        {crosses && aheadMetres > 0 && (
          <Box asChild color="lamp">
            <g>
              <path d={`M${press.x},${press.y - 4} l5,-10 h-10 Z`} fill="currentColor" />
              <text
                x={press.x}
                y={press.y - 18}
                fill="currentColor"
                textAnchor={ahead < aheadMetres ? "start" : "middle"}
              >
                {ahead < aheadMetres ? "press, farther out" : "press"}
              </text>
            </g>
          </Box>
        )}
        <Box asChild color="ash">
          <text x={middle.x + 14} y={middle.y + 22} fill="currentColor">
            {`${mover.distanceM} m`}
          </text>
        </Box>
      </svg>
    </Box>
  );
}
