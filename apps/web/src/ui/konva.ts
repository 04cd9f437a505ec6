// The shapes that the bench draws, and no more of the library than they need.
import 'konva/lib/shapes/Arc.js';
import 'konva/lib/shapes/Circle.js';
import 'konva/lib/shapes/Image.js';
import 'konva/lib/shapes/Label.js';
import 'konva/lib/shapes/Line.js';
import 'konva/lib/shapes/Rect.js';
import 'konva/lib/shapes/Text.js';

export {
  Arc,
  Circle,
  Group,
  Image,
  Label,
  Layer,
  Line,
  Rect,
  Shape,
  Stage,
  Tag,
  Text,
} from 'react-konva/lib/ReactKonvaCore.js';
