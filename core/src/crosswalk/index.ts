/**
 * Leads from one program to another: suggested matches (`match`), decisions (`decide`), the keyset that keeps old
 * shortcuts (`plan`), and what users meet who move over (`move`).
 */
export * from './decide/index.ts';
export * from './match/index.ts';
export * from './plan/index.ts';
export * from './move/index.ts';
