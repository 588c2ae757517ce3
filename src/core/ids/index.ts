export { movedPart, moveId, openId, readAction, type ActionId } from './action';
export { goalKey, readGoalKey, type GoalKey } from './goal';
export { ANY, MAT, poseId, readPose } from './pose';
export { questionId, readQuestion, type QuestionKey } from './question';
export { inRound, isolationOfStep, jointOfStep, jointOpenedAt, roundOf, stepId } from './step';
export { suspectId, suspectJoint, UNDOCUMENTED } from './suspect';
export { jointThing, partThing, readThing } from './thing';
