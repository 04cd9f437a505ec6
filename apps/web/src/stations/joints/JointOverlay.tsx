import { placePieces, type JointRow } from '@limber-sheaf/core';
import { Circle, Group, Image, Line } from '../../ui/konva';
import { useOnBench } from '../../bench/context';
import { pickJoint, useBench } from '../../bench/store';
import { FaultLabel } from '../../bench/light-table/FaultLabel';
import type { Palette } from '../../bench/light-table/palette';
import { Brad } from './Brad';
import { DiscKey } from './DiscKey';
import { useJoints } from './joint-store';
import { useDiscs } from './useDiscs';
import { useBendPicture } from './useBendPicture';
import { usePlacing } from './place-hand';

/** What Joints draws on the art: a brad at each joint, the picked one with its disc and legs, daylight in solid madder. */
export function JointOverlay({ palette }: { palette: Palette }) {
  const { doc, view } = useOnBench();
  const viewport = useBench((s) => s.viewport);
  const pickedJoint = useBench((s) => s.pickedJoint);
  const bends = useBench((s) => s.bends);
  const placing = useJoints((s) => s.placing);
  const { disc, fit, stroke } = usePlacing();
  const discs = useDiscs();
  const px = 1 / viewport.scale;
  const placed = placePieces(doc, view.id, bends);
  const joints = doc.joints.filter((j) => j.viewId === view.id);
  const picked = joints.find((j) => j.id === pickedJoint);
  const angle = picked ? (bends[picked.id] ?? 0) : 0;
  const picture = useBendPicture(picked, angle);
  const proposed = disc ?? fit;
  const around = (joint: JointRow) => {
    const at = placed.get(joint.parentId);
    return { rotation: at?.angle ?? 0, x: at?.tx ?? 0, y: at?.ty ?? 0 };
  };
  return (
    <>
      {picked && picture?.daylight && (
        <Group listening={false} {...around(picked)}>
          <Image image={picture.daylight.image} x={picture.daylight.x} y={picture.daylight.y} />
        </Group>
      )}
      {discs.shown && discs.picture && picked && discs.jointId === picked.id && angle === 0 && (
        <Group listening={false} {...around(picked)}>
          <Image image={discs.picture.tint.image} x={discs.picture.tint.x} y={discs.picture.tint.y} />
          <DiscKey joint={picked} px={px} palette={palette} />
        </Group>
      )}
      {joints.map((joint) => (
        <Group key={joint.id} {...around(joint)}>
          {joint.id === pickedJoint ? (
            <Brad key={`${joint.id}:${joint.version}`} joint={joint} palette={palette} bend={angle} />
          ) : (
            <Circle
              name="handle"
              x={joint.x}
              y={joint.y}
              radius={7 * px}
              hitStrokeWidth={14 * px}
              fill={palette.brass}
              stroke={palette.ink}
              strokeWidth={1.4 * px}
              onClick={() => pickJoint(joint.id)}
              onTap={() => pickJoint(joint.id)}
              onMouseEnter={(event) => setCursor(event.target.getStage()?.container(), 'pointer')}
              onMouseLeave={(event) => setCursor(event.target.getStage()?.container(), '')}
            />
          )}
        </Group>
      ))}
      {picked && picture && picture.measure.daylight > 0 && (
        <Group listening={false} {...around(picked)}>
          <FaultLabel
            at={{ x: (picture.measure.place?.x ?? picked.x) + 14 * px, y: picture.measure.place?.y ?? picked.y }}
            text={`Daylight, ${Math.round(picture.measure.daylight)} px`}
            points="left"
            palette={palette}
            px={px}
          />
        </Group>
      )}
      {placing?.chain && stroke.length > 2 && (
        <Line
          points={stroke}
          stroke={palette.woad}
          strokeWidth={3 * px}
          lineCap="round"
          lineJoin="round"
          listening={false}
        />
      )}
      {proposed && (
        <Group listening={false}>
          <Circle x={proposed.x} y={proposed.y} radius={proposed.radius} stroke={palette.sheet} strokeWidth={4 * px} />
          <Circle
            x={proposed.x}
            y={proposed.y}
            radius={proposed.radius}
            stroke={palette.woad}
            strokeWidth={2 * px}
            dash={[6 * px, 4 * px]}
          />
          <Circle x={proposed.x} y={proposed.y} radius={4 * px} fill={palette.woad} />
        </Group>
      )}
    </>
  );
}

function setCursor(box: HTMLElement | undefined, cursor: string): void {
  if (box) box.style.cursor = cursor;
}
