export { PITCH, boardSpots, centreOf, distanceOf, type KeySpot } from './geometry.ts';
export { FINGERS, RESTS, handOf, type Finger, type Hand, type Rest } from './rest.ts';
export { HAND_REACH, RESTING_SPAN, reach, type Reach, type ReachPart } from './reach.ts';
export { KLM, TYPISTS, menuSeconds, shortcutSeconds, type Typist } from './time.ts';
export { depthOf, runFigures, type RunFigures, type RunSetting } from './runs.ts';
export { waysTo, type GoalWay, type GoalWays } from './ways.ts';
export { ALL_ROOM, roomIn, type Room, type RoomCell, type RoomQuestion, type RoomState } from './room.ts';
export { assign, type Assignment } from './assign.ts';
export {
  COMBINATIONS,
  proposer,
  prunedPool,
  type PressPool,
  type Proposal,
  type ProposalFacts,
  type Proposer,
  type Reason,
} from './proposals.ts';
export { pressesElsewhere, type Elsewhere, type OtherProgram } from './elsewhere.ts';
export { reassign, type Reassigned, type Wish } from './reassign.ts';
export { howToReverse, slipsTo, traceSlips, type Slip, type SlipKind, type TraceQuestion } from './trace.ts';
export {
  endsOn,
  farApart,
  groupSpread,
  mainKey,
  mostTravel,
  restingPoints,
  runPath,
  worthLearning,
  type Daily,
  type FarApart,
  type MainKey,
  type Spread,
} from './figures.ts';
