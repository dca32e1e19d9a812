import type { components } from './generated/schema';

type Schemas = components['schemas'];

export type BuildAnswer = Schemas['BuildAnswer'];
export type BuildCard = Schemas['BuildCard'];
export type Build = Schemas['Build'];
export type BuildPlan = Schemas['BuildPlan'];
export type BuildEdit = Schemas['BuildEdit'];
export type PreviewAnswer = Schemas['PreviewAnswer'];
export type Water = Schemas['Water'];
export type WaterPlan = Schemas['WaterPlan'];
export type PlannedLayer = Schemas['PlannedLayer'];
export type Operation = Schemas['GroundOperation'];
export type ChannelOperation = Schemas['GroundOperationChannel'];
export type PondOperation = Schemas['GroundOperationPond'];
export type PadOperation = Schemas['GroundOperationPad'];
export type FoamOperation = Schemas['GroundOperationFoamSheet'];
export type SkinOperation = Schemas['GroundOperationPlasterSkin'];
export type RidgeOperation = Schemas['GroundOperationRidge'];
export type TrackOperation = Schemas['GroundOperationTrackBed'];
export type WallOperation = Schemas['GroundOperationRetainingWall'];
export type FillOperation = Schemas['GroundOperationFillBlock'];
export type RocksOperation = Schemas['GroundOperationRockGroup'];
export type StrokesOperation = Schemas['GroundOperationStrokes'];
export type Stroke = Schemas['Stroke'];
export type StrokeKind = Schemas['StrokeKind'];
export type ExistingOperation = Schemas['GroundOperationExistingGround'];
export type SurveyOperation = Schemas['GroundOperationSurveyedBed'];
export type JointOperation = Schemas['GroundOperationEdgeProfile'];
export type Outline = Schemas['Outline'];
export type PointMm = Schemas['PointMm'];
export type StandIn = Schemas['StandIn'];
export type StandInKind = Schemas['StandInKind'];
export type StandInPlan = Schemas['StandInPlan'];
export type TracePhoto = Schemas['TracePhoto'];
export type Neighbour = Schemas['Neighbour'];
export type Joint = Schemas['Joint'];
export type Making = Schemas['Making'];
export type MakingPlan = Schemas['MakingPlan'];
export type FoamCut = Schemas['FoamCut'];
export type LookAnswer = Schemas['LookAnswer'];
export type ReadGridAnswer = Schemas['ReadGridAnswer'];
export type PictureAnswer = Schemas['PictureAnswer'];
export type PourFrame = Schemas['PourFrame'];
export type StandingPool = Schemas['StandingPool'];
export type Notice = Schemas['Notice'];
export type Board = Schemas['Board'];
export type Dam = Schemas['Dam'];
export type Side = Schemas['BoardSide'];
export type Standing = Schemas['Standing'];
export type Working = Schemas['Working'];
export type ProductSheet = Schemas['ProductSheet'];
export type Tint = Schemas['Tint'];
export type Strategy = Schemas['LayerStrategy'];
export type Measuring = Schemas['Measuring'];

/** A change somebody made to a build, as the server tells it with a conflict. */
export interface MadeChange {
  version: number;
  label: string;
  madeAt: string;
}
