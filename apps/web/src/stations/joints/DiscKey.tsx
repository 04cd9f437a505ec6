import { pieceById, pieceName, type JointRow } from '@limber-sheaf/core';
import { Group, Rect, Text } from '../../ui/konva';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';

/** What the tints of the two discs' difference mean, beside the disc. */
export function DiscKey({ joint, px, palette }: { joint: JointRow; px: number; palette: Palette }) {
  const { doc } = useOnBench();
  const name = (id: string) => pieceName(doc, pieceById(doc, id));
  const rows = [
    { fill: palette.sap, word: 'both' },
    { fill: palette.woad, word: `only ${name(joint.childId)}` },
    { fill: palette.brass, word: `only ${name(joint.parentId)}` },
    { fill: palette.madder, word: 'neither' },
  ];
  return (
    <Group x={joint.x + joint.radius + 30 * px} y={joint.y - 44 * px}>
      <Rect width={190 * px} height={88 * px} cornerRadius={8 * px} fill={palette.sheet} opacity={0.92} />
      {rows.map(({ fill, word }, i) => (
        <Group key={word} x={10 * px} y={(9 + 19 * i) * px}>
          <Rect width={12 * px} height={12 * px} cornerRadius={3 * px} fill={fill} />
          <Text
            x={19 * px}
            y={-0.5 * px}
            text={word}
            fill={palette.ink}
            fontFamily="Figtree Variable"
            fontSize={12.5 * px}
          />
        </Group>
      ))}
    </Group>
  );
}
