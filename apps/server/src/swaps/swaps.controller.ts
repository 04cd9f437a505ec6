import { randomUUID } from 'node:crypto';
import {
  addDrawings,
  changeChart,
  changeDrawing,
  deleteDrawing,
  deleteSet,
  drawingById,
  drawingLabel,
  moveDrawing,
  pieceById,
  pieceName,
  renameInChart,
  setById,
  setMarks,
  setName,
  startSet,
  LimberError,
  type KeptChart,
} from '@limber-sheaf/core';
import {
  Body,
  Controller,
  Delete,
  HttpCode,
  Param,
  Patch,
  Post,
  Put,
  UploadedFiles,
  UseInterceptors,
} from '@nestjs/common';
import { ApiConsumes, ApiOperation, ApiTags } from '@nestjs/swagger';
import { characterOf } from '../data/document-store.js';
import { EditService } from '../edits/edit.service.js';
import { ArtFiles, namedFiles } from '../files/design-file.js';
import { Who, type Caller } from '../http/caller.js';
import { KeptService } from '../kept/kept.service.js';
import { IdParam } from '../http/dto.js';
import {
  BringDrawingsBody,
  CellBody,
  ChartBody,
  DrawingBody,
  HoldBody,
  InViewBody,
  MarksBody,
  MoveDrawingBody,
  MovingBody,
  RenameInChartBody,
  SeatAllBody,
  StartSetBody,
} from './swaps.dto.js';
import { SwapsService } from './swaps.service.js';

@ApiTags('swaps')
@Controller()
export class SwapsController {
  constructor(
    private readonly edits: EditService,
    private readonly swaps: SwapsService,
    private readonly kept: KeptService,
  ) {}

  @Post('pieces/:id/swap-set')
  @HttpCode(200)
  @ApiOperation({ summary: 'Start a set at a piece: its own paint is the default drawing' })
  async start(@Param() { id }: IdParam, @Body() { saw, kind }: StartSetBody, @Who() caller: Caller) {
    const ids = { setId: randomUUID(), drawingId: randomUUID() };
    return this.edits.run(await characterOf('piece', id), { ...caller, saw }, async (doc) => {
      const kept = await this.kept.list<KeptChart>(doc.character.productionId, 'chart');
      const charts = kept.map(({ value }) => value);
      return {
        kind: 'swap-set',
        summary: `Start a set at ${pieceName(doc, pieceById(doc, id))}`,
        diff: startSet(doc, id, ids, kind, charts),
      };
    });
  }

  @Patch('swap-sets/:id')
  @ApiOperation({ summary: 'Change a set’s chart: its shapes and its moods' })
  async chart(@Param() { id }: IdParam, @Body() { saw, ...chart }: ChartBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('swapSet', id), { ...caller, saw }, (doc) => ({
      kind: 'chart',
      summary: `Change the chart of ${setName(doc, setById(doc, id))}`,
      diff: changeChart(doc, id, chart),
    }));
  }

  @Post('swap-sets/:id/rename')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give a shape or a mood of a chart another name; its drawings go along' })
  async rename(@Param() { id }: IdParam, @Body() { saw, ...change }: RenameInChartBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('swapSet', id), { ...caller, saw }, (doc) => ({
      kind: 'chart',
      summary: `Name ${change.from} ${change.to} on the chart of ${setName(doc, setById(doc, id))}`,
      diff: renameInChart(doc, id, change),
    }));
  }

  @Delete('swap-sets/:id')
  @ApiOperation({ summary: 'Let a set go with all its drawings; the piece stays' })
  async remove(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.run(await characterOf('swapSet', id), caller, (doc) => ({
      kind: 'swap-set',
      summary: `Let the set of ${setName(doc, setById(doc, id))} go`,
      diff: deleteSet(doc, id),
    }));
  }

  @Post('swap-sets/:id/drawings')
  @HttpCode(200)
  @ApiOperation({ summary: 'Bring drawings in from files, by their names (multipart: art, viewId, shape, mood)' })
  @ApiConsumes('multipart/form-data')
  @UseInterceptors(ArtFiles)
  bring(
    @Param() { id }: IdParam,
    @UploadedFiles() files: Express.Multer.File[] | undefined,
    @Body() { viewId, shape, mood }: BringDrawingsBody,
    @Who() caller: Caller,
  ) {
    const named = namedFiles(files);
    if (named.length === 0)
      throw new LimberError('unreadable-file', 'There is no file.', 'Choose the pictures of the drawings.');
    const cell = shape !== undefined && mood !== undefined ? { shape, mood } : undefined;
    return this.swaps.bring(id, viewId, { files: named, cell }, caller);
  }

  @Post('drawings/:id/held')
  @HttpCode(200)
  @ApiOperation({
    summary: 'Let a drawing hold a thing, a piece of its own named by its file (multipart: art, viewId)',
  })
  @ApiConsumes('multipart/form-data')
  @UseInterceptors(ArtFiles)
  hold(
    @Param() { id }: IdParam,
    @UploadedFiles() files: Express.Multer.File[] | undefined,
    @Body() { viewId }: HoldBody,
    @Who() caller: Caller,
  ) {
    const [file, ...others] = namedFiles(files);
    if (!file) throw new LimberError('unreadable-file', 'There is no file.', 'Choose the picture of the thing.');
    if (others.length > 0)
      throw new LimberError('too-many', 'A drawing is given one thing at a time.', 'Choose one file.');
    return this.swaps.hold(id, viewId, file, caller);
  }

  @Post('swap-sets/:id/blank')
  @HttpCode(200)
  @ApiOperation({ summary: 'Say that a drawing is blank: nothing is drawn while it shows' })
  async blank(@Param() { id }: IdParam, @Body() { saw, viewId, shape, mood }: CellBody, @Who() caller: Caller) {
    const fresh = { drawingId: randomUUID(), drawingViewId: randomUUID(), shape, mood, picture: null, marks: [] };
    return this.edits.run(await characterOf('swapSet', id), { ...caller, saw }, (doc) => ({
      kind: 'drawings',
      summary: `Leave ${setName(doc, setById(doc, id))} ${shape}, ${mood} blank`,
      diff: addDrawings(doc, id, viewId, [fresh]),
    }));
  }

  @Post('swap-sets/:id/lids')
  @HttpCode(200)
  @ApiOperation({ summary: 'Compute the lids that a set of eyes lacks' })
  lids(@Param() { id }: IdParam, @Body() { saw, viewId }: InViewBody, @Who() caller: Caller) {
    return this.swaps.lids(id, viewId, { ...caller, saw });
  }

  @Post('swap-sets/:id/mirror')
  @HttpCode(200)
  @ApiOperation({ summary: 'Give a set’s drawings to the piece of the other side, mirrored' })
  mirror(@Param() { id }: IdParam, @Body() { saw, viewId }: InViewBody, @Who() caller: Caller) {
    return this.swaps.mirror(id, viewId, { ...caller, saw });
  }

  @Post('swap-sets/:id/beneath')
  @HttpCode(200)
  @ApiOperation({ summary: 'Paint beneath a set’s piece what it alone covers, in the paint about it' })
  beneath(@Param() { id }: IdParam, @Body() { saw, viewId }: InViewBody, @Who() caller: Caller) {
    return this.swaps.beneath(id, viewId, { ...caller, saw });
  }

  @Post('views/:id/moving-picture')
  @HttpCode(200)
  @ApiOperation({ summary: 'Make a moving picture of drawings that change' })
  movingPicture(@Param() { id }: IdParam, @Body() body: MovingBody, @Who() caller: Caller) {
    return this.swaps.movingPicture(id, body, caller);
  }

  @Post('views/:id/seat-all')
  @HttpCode(200)
  @ApiOperation({ summary: 'Put every drawing on its seat, turned and scaled if wanted; tells what it left and why' })
  seatAll(@Param() { id }: IdParam, @Body() { saw, turns = false, setId }: SeatAllBody, @Who() caller: Caller) {
    return this.swaps.seatAll(id, { ...caller, saw }, { turns, setId });
  }

  @Patch('drawings/:id')
  @ApiOperation({ summary: 'Move a drawing to another cell of its chart, or say what it hides' })
  async change(@Param() { id }: IdParam, @Body() { saw, ...change }: DrawingBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('drawing', id), { ...caller, saw }, (doc) => ({
      kind: 'drawing',
      summary: `Change ${drawingLabel(doc, drawingById(doc, id))}`,
      diff: changeDrawing(doc, id, change),
    }));
  }

  @Delete('drawings/:id')
  @ApiOperation({ summary: 'Delete a drawing, out of looks and cycles as well' })
  async delete(@Param() { id }: IdParam, @Who() caller: Caller) {
    return this.edits.run(await characterOf('drawing', id), caller, (doc) => ({
      kind: 'drawing',
      summary: `Delete ${drawingLabel(doc, drawingById(doc, id))}`,
      diff: deleteDrawing(doc, id),
    }));
  }

  @Post('drawings/:id/move')
  @HttpCode(200)
  @ApiOperation({ summary: 'Move a drawing by whole pixels' })
  async move(@Param() { id }: IdParam, @Body() { saw, viewId, x, y }: MoveDrawingBody, @Who() caller: Caller) {
    return this.edits.run(await characterOf('drawing', id), { ...caller, saw }, (doc) => ({
      kind: 'seat',
      summary: `Move ${drawingLabel(doc, drawingById(doc, id))}`,
      diff: moveDrawing(doc, id, viewId, x, y),
    }));
  }

  @Put('drawings/:id/marks')
  @ApiOperation({ summary: 'Set a drawing’s two marks; on the default drawing they are the set’s' })
  async marks(@Param() { id }: IdParam, @Body() { saw, viewId, marks }: MarksBody, @Who() caller: Caller) {
    const freshId = randomUUID();
    return this.edits.run(await characterOf('drawing', id), { ...caller, saw }, (doc) => ({
      kind: 'seat',
      summary: `Mark ${drawingLabel(doc, drawingById(doc, id))}`,
      diff: setMarks(doc, id, viewId, marks, freshId),
    }));
  }
}
