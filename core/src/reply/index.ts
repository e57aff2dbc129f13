export { heardIn, type Heard } from './heard.ts';
export { asksOf, does, draftReply, keysOf, type ReplyQuestion, type ReplySentence, type Situation } from './draft.ts';
