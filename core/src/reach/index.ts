export { PITCH, boardSpots, centreOf, distanceOf, type KeySpot } from './geometry.ts';
export { FINGERS, RESTS, handOf, type Finger, type Hand, type Rest } from './rest.ts';
export { HAND_REACH, RESTING_SPAN, reach, type Reach, type ReachPart } from './reach.ts';
export { KLM, TYPISTS, menuSeconds, shortcutSeconds, type Typist } from './time.ts';
export { runFigures, type RunFigures, type RunSetting } from './runs.ts';
export { waysTo, type GoalWay, type GoalWays } from './ways.ts';
export { roomLeft, type Room, type RoomCell, type RoomQuestion, type RoomState } from './room.ts';
