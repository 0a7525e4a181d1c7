// The engine as the server, the interface and the demo see it, layer by layer.
export { byteCache, countCache, remember } from './memory/cache.ts';
export { createKernels, type Kernels } from './kernel/kernels.ts';
export { MM_PER_INCH } from './math/units.ts';
export { cut } from './settings/cut.ts';
export * from './settings/params.ts';

export * from './colour/blend/composite.ts';
export { compositeInto } from './colour/blend/composite-into.ts';
export { BLEND_MODES, type BlendName, blendModeOf } from './colour/blend/index.ts';
export { type BlendMode, isSeparable } from './colour/blend/mode.ts';
export { ciede2000 } from './colour/ciede2000.ts';
export * from './colour/lab.ts';
export * from './colour/matrix.ts';
export * from './colour/primaries.ts';
export * from './colour/luminance.ts';
export * from './colour/oklab.ts';
export * from './colour/overprint.ts';
export type * from './colour/palette.ts';
export { PALETTES } from './colour/palettes.ts';
export * from './colour/srgb.ts';

export { FACES, type Face, faceOf } from './lettering/faces.ts';
export * from './marks/edits.ts';
export { lettersOf, readGlyphs, writeGlyphs } from './marks/glyphs.ts';
export { MARK_LATTICES } from './marks/lattices/index.ts';
export { type CellSize, type Site, siteId } from './marks/lattices/kind.ts';
export type { Mark as PrintedMark } from './marks/mark.ts';
export { loadClipper } from './marks/joining/clipper.ts';
export { finished, joinOutlines } from './marks/joining/join.ts';
export { outlineArea } from './marks/outline.ts';
export { mosaicSettings } from './marks/mosaic.ts';
export { countPieces, type PieceColour, pieceNames } from './marks/pieces.ts';
export { RELIEF_KINDS, type ReliefKind, reliefOf } from './marks/relief/index.ts';
export { type OwnShape, ownShape, ShapeError } from './marks/own-shape.ts';
export { MARK_COLOUR_PARAMS, MARK_JOIN_PARAMS, MARK_RELIEF_PARAMS } from './marks/look-params.ts';
export {
  MARK_EDGE_PARAMS,
  MARK_PARAMS,
  MARK_PLACE_PARAMS,
  MARK_SHAPE_PARAMS,
  MARK_SIZE_PARAMS,
  type MarkSettings,
} from './marks/params.ts';
export { MARK_SHAPES } from './marks/shapes/index.ts';
export * from './raster/area.ts';
export * from './raster/bitmap.ts';
export { type Contour, contoursOf, coverPolygons, polygonsOf } from './raster/outline-coverage.ts';
export { type PathCommand, pathData, transformedPath } from './raster/path-data.ts';
export * from './raster/plate.ts';
export * from './raster/sheet.ts';
export * from './raster/source.ts';
export { MOST_POINTS, type PaintStroke, paintShare } from './raster/strokes.ts';

export * from './formats/g4.ts';
export * from './formats/gpl.ts';
export * from './formats/png.ts';
export * from './formats/tiff.ts';

export * from './ink/angles.ts';
export { COLOURING_PARAMS, type ColouringSettings, isColoured } from './ink/colouring-params.ts';
export * from './ink/defaults.ts';
export * from './ink/ink-params.ts';
export * from './ink/ink-sets.ts';
export { PRESS_PARAMS, type PressSettings } from './ink/press-params.ts';
export * from './ink/printed-ink.ts';
export * from './ink/process.ts';
export * from './ink/stock-params.ts';
export * from './ink/stocks.ts';
export * from './ink/types.ts';

export * from './picture/cut-out.ts';
export * from './picture/edit.ts';
export { editedSource } from './picture/edited-source.ts';
export { TINT_PARAMS, type TintSettings } from './picture/tint-params.ts';
export { createFeedReader } from './picture/feed.ts';
export * from './picture/feed-params.ts';
export * from './picture/made/index.ts';
export { paletteOfPicture } from './picture/palette-of-picture.ts';
export * from './picture/placement.ts';
export * from './picture/types.ts';
export * from './picture/clip.ts';
export * from './picture/clip-limits.ts';
export * from './picture/weights.ts';
export { MARK_DOES, type Mark } from './picture/subject/known-pixels.ts';
export { marksSuffice, prepareSubject, subjectMatte } from './picture/subject/matte.ts';
export { shareUnder, spotUnder } from './picture/where.ts';

export { autoEnds } from './tone/auto-ends.ts';
export { curveThrough, isStraight } from './tone/curve.ts';
export * from './tone/finish.ts';
export * from './tone/gain.ts';
export * from './tone/params.ts';
export { pointTone } from './tone/point-tone.ts';
export * from './tone/tone.ts';
export * from './tone/tone-table.ts';
export { worksOnLight } from './tone/work-light.ts';

export * from './bend/index.ts';
export * from './screen/compile-screen.ts';
export { type CompiledScreen, type Prints, takesColours, type ToneTables } from './screen/compiled.ts';
export { grainPixels } from './screen/families/grain/compile.ts';
export { type SharedFloyd, sharedFloydDone, stopSharedFloyd } from './screen/families/grain/floyd-shared.ts';
export { GRAIN_METHODS, isDiffusion } from './screen/families/grain/names.ts';
export type { GrainSettings } from './screen/families/grain/params.ts';
export { LATTICES } from './screen/families/dots/lattices/names.ts';
export type { DotSettings } from './screen/families/dots/params.ts';
export * from './screen/families/dots/shapes/index.ts';
export * from './screen/families/index.ts';
export { LINE_KINDS } from './screen/families/lines/names.ts';
export type { LineSettings } from './screen/families/lines/params.ts';
export { finishTile, readTile, seamStrength } from './screen/families/tile/height-map.ts';
export { TILE } from './screen/families/tile/family.ts';
export type { TileSettings } from './screen/families/tile/params.ts';
export * from './screen/frequency.ts';
export { compileTile, type HeightMap } from './screen/periodic/compile-tile.ts';
export * from './screen/periodic/supercell.ts';
export { thresholdAt, type ThresholdTile } from './screen/periodic/threshold-tile.ts';
export * from './screen/settings.ts';
export * from './screen/shared-params.ts';

export { type Cover, type CoverReader, everyCoverRow, type Meeting } from './stencil/cover.ts';
export { EDGE_PARAMS, type EdgeSettings } from './stencil/edge-params.ts';
export { PART_KINDS, PART_NAMES, partKindOf } from './stencil/parts/index.ts';
export type { PartKind } from './stencil/parts/kind.ts';
export { commonSpot } from './stencil/flood/common-spot.ts';
export { keptFlooder } from './stencil/flood/kept-flooder.ts';
export { createFlooder, type Flooder, type FloodHow } from './stencil/flood/flood.ts';
export { movedPart } from './stencil/moved-part.ts';
export { runArea, runBytes, type RunMask } from './stencil/run-mask.ts';
export * from './stencil/stencil.ts';

export { chosenTable } from './separate/chosen.ts';
export * from './separate/ink-table.ts';
export * from './separate/model.ts';
export { blackOf } from './separate/black.ts';
export { nearestTable, tableSize } from './separate/nearest.ts';
export { SEPARATION_PARAMS, type SeparationSettings } from './separate/params.ts';
export * from './separate/reach.ts';
export { hasBlackInk, modelOf, planInkTable, type Separated } from './separate/separated.ts';
export * from './separate/wish.ts';

export * from './motion/ease.ts';
export * from './motion/loop-offers.ts';
export * from './motion/motion.ts';
export * from './motion/motion-params.ts';
export * from './motion/track.ts';

export { JobError } from './document/check.ts';
export * from './document/defaults.ts';
export * from './document/fills.ts';
export * from './document/ink-set-file.ts';
export * from './document/limits.ts';
export { enlargedToRatio, RATIOS, type Ratio } from './document/enlarge-sheet.ts';
export { IMPRESSION_PARAMS, isMoved, type ImpressionSettings } from './document/impression-params.ts';
export { stencilRing } from './document/stencil-ring.ts';
export { beneathOf, takesPrint } from './document/passes-read.ts';
export { REPEAT_PARAMS, type RepeatSettings } from './document/repeat-params.ts';
export { SHARE_PARAMS, type ShareSettings } from './document/share-params.ts';
export { sharedFrame } from './outputs/share/size.ts';
export { PLATE_PARAMS, type PlateSettings } from './document/plate-params.ts';
export * from './document/motion-at.ts';
export * from './document/pictures-of.ts';
export * from './document/read-job.ts';
export { MOST_STRIP_SHEETS, MOST_STRIPS } from './document/read-strips.ts';
export * from './document/registry.ts';
export type { Station } from './document/setting-places.ts';
export * from './document/separations.ts';
export { SHEET_PARAMS } from './document/sheet-params.ts';
export * from './document/sheet-sizes.ts';
export * from './document/split.ts';
export * from './document/strip-settings.ts';
export * from './document/types.ts';

export * from './print/bands.ts';
export * from './print/plate-parts.ts';
export { anyOutlines, type FillMarks, planFillMarks, planMarks, printsOutlines } from './print/plan-marks.ts';
export { planSurface } from './print/plan-surface.ts';
export { reducedPrint } from './print/reduced-print.ts';
export * from './print/printing-passes.ts';
export * from './print/compose.ts';
export * from './print/display.ts';
export * from './print/env.ts';
export * from './print/ink-levels.ts';
export { coverPlanner, rasterOfFlood } from './print/plan-cover.ts';
export { blendCovered } from './print/blend-fills.ts';
export { planLight, prepareTables, tableReader } from './print/plan-light.ts';
export { type PassPlan, planFill, type PrintHow } from './print/plan-fill.ts';
export * from './print/plan-pass.ts';
export * from './print/plate-values.ts';
export type { Planned } from './raster/planned.ts';
export * from './print/shared-plate.ts';
export { FINISH_KINDS, type FinishKind, type FinishSettings, NO_FINISH } from './stock/finishes/index.ts';
export { GROUND_PARAMS, type GroundSettings } from './stock/ground-params.ts';
export * from './stock/surface.ts';
export { TEXTURE_KINDS, type TextureKind } from './stock/textures/index.ts';
export * from './print/small-print.ts';
export * from './print/repeat-region.ts';
export { makeSwatch, type SeamWay, seamWay, type Swatch, swatchPart, swatchRows } from './print/swatch.ts';
export {
  type RepeatKind,
  type RepeatRegion,
  repeatPlane,
  repeatSize,
  repeatSteps,
  swatchSize,
} from './repeat/region.ts';
export type { SnappedLattice } from './repeat/snapped-lattice.ts';

export * from './picture/levels.ts';
export { createBoard, openBoard } from './memory/board.ts';
export { prepareShared } from './print/prepare.ts';
export { sharedMakes, type SharedMakes } from './print/shared-makes.ts';
export * from './measure/beat.ts';
export * from './measure/beat-rows.ts';
export * from './measure/beats.ts';
export * from './measure/dot-area.ts';
export * from './measure/eye.ts';
export * from './measure/liveliest.ts';
export { radialSpectrum } from './measure/radial-spectrum.ts';
export * from './measure/repeats.ts';
export * from './measure/spectrum.ts';
export * from './measure/spread-angles.ts';

export * from './press/pressed-plate.ts';
export * from './press/scanner.ts';
export type { Found, Confidence, Findings, FoundInk, FoundScreen, ScreenKind } from './scan/findings.ts';
export { findPrint, LEAST_SIDE, type Report } from './scan/find-print.ts';
export type { ScanPixels } from './scan/pixels.ts';
export { type PixelRegion, scanOf } from './scan/scan-of.ts';
export { ScanError } from './scan/scan-error.ts';
export { scannedPpi } from './scan/scanned-ppi.ts';
export { enlarger } from './unscreen/enlarge.ts';
export { fillGrid, type Grid } from './unscreen/scan-grid.ts';
export { type GridRows, gridBands, scanOnGrid } from './unscreen/scan-on-grid.ts';
export { type ToneBands, toneBand, toneBands } from './unscreen/tone-bands.ts';
export { inkNames } from './match/ink-names.ts';
export {
  type MatchedInk,
  type MatchSettings,
  recipeOfFindings,
  settingsOf as matchSettings,
} from './match/recipe-of-findings.ts';

export { CHART_VERSION, type ChartSpec, MOST_CHART_INKS } from './chart/chart-spec.ts';
export { type ChartLayout, chartLayout, overprintsOf, type TonePatch, type TargetPatch } from './chart/chart-layout.ts';
export { ChartError, chartJob, chartOf, chartPasses } from './calibrate/chart-job.ts';
export { FLAT_SCAN, type SheetLie, pressedSheet, scanSheet } from './calibrate/press-chart.ts';
export { type MeasuredInk, type MeasuredPress, measurePress } from './calibrate/measure-press.ts';
export { plateShares } from './calibrate/plate-shares.ts';
export { type ChartReading, readChart } from './calibrate/read-chart.ts';
export { onStandInPress, STAND_IN_PRESS, type StandInPress } from './calibrate/stand-in-press.ts';
export { setOfPress, withMeasuredPress } from './calibrate/set-of-press.ts';

export * from './plates/marked.ts';
export * from './plates/press-marks.ts';

export * from './outputs/file-words.ts';
export { pngTaker, runPlates, tiffTaker } from './outputs/plate-takers.ts';
export * from './print/frame-memory.ts';
export * from './print/loop-seam.ts';
export { spriteColumns } from './outputs/clips/sprite-sheet.ts';
export { clipChannels, clipFrame, frameJob, printFrame } from './outputs/clips/frames.ts';
export * from './outputs/index.ts';
export * from './tints/comic-colour.ts';
export * from './tints/shade.ts';
export * from './tints/tints-of-colour.ts';
export { isWorn } from './wear/worn-plate.ts';
export { WEAR_PARAMS, type WearSettings } from './wear/wear-params.ts';
export { MADE_TILES, madeTileOf } from './screen/families/tile/made/index.ts';
export { laysInk, type Over } from './document/fill-params.ts';
export { OWN_TILE } from './screen/families/tile/params.ts';
export * from './tints/darker-ink.ts';
export { FILL_PARAMS } from './document/fill-params.ts';
export { addOutline } from './finishing/outline.ts';
export { addImpression } from './finishing/second-impression.ts';
export { addShadow } from './finishing/shadow.ts';
export { FinishingError } from './finishing/subject-of.ts';

export * from './stones/edits.ts';
export * from './stones/facts.ts';
export { STONE_FAULTS, type Mend, type StoneFault, stoneFaults } from './stones/faults/index.ts';
export { DEFAULT_JOB_STONES, type JobStones, STONE_JOB_PARAMS } from './stones/job-params.ts';
export { type Layout, type LayNote, layStones, MOST_STONES, type StoneRegion, staysInside } from './stones/lay.ts';
export { NO_STONES, type StoneList } from './stones/list.ts';
export { artOfContours, NO_ART, type StoneArt, StoneError } from './stones/outline/art.ts';
export { MOST_BY_HAND, MOST_OF_REGION, readsPicture, STONE_PARAMS, type StoneSettings } from './stones/params.ts';
export * from './stones/snap.ts';
export { SHADED, shadedStone } from './stones/shading.ts';
export { turnedCorners } from './stones/table/apart.ts';
export { type Footprint, footprintOf } from './stones/table/footprint.ts';
export { STONE_SHAPES, stoneShapeOf } from './stones/table/shapes/index.ts';
export * from './stones/table/table.ts';
export * from './stones/table/table-csv.ts';
export { tableFault } from './stones/table/table-fault.ts';
export { STONE_WAYS, stoneWayOf } from './stones/ways/index.ts';
export { planJobStones, planPassStones } from './print/job-stones.ts';
export { anyStones, printsStones, stoneFills, type StonePlan } from './print/plan-stones.ts';
export { resizedDesign } from './document/resize-design.ts';
export { boxOf } from './marks/outline.ts';
export { readStoneTable } from './document/read-stones.ts';

export { applyRecipe, type ApplyAsked, mainPicture, RecipeError } from './recipes/apply.ts';
export { MIXED_PARTS, type MixedPart, mixRecipes } from './recipes/mix.ts';
export { readRecipe, readRecipeFile, recipeFileText } from './recipes/read-recipe.ts';
export * from './recipes/recipe.ts';
export { shippedRecipes, type ShippedRecipe } from './recipes/shipped/index.ts';
export { type RecipeAsked, takeRecipe } from './recipes/take.ts';

export * from './batch/batch.ts';
export * from './batch/file-names.ts';
export * from './batch/formats.ts';
