/** A position of the machine as a step has it, `underside/closed`; work on a part that is out lies on the mat. */
export const MAT = 'mat';

/** What does not matter is told so. */
export const ANY = 'any';

export const poseId = ({ up, lid }: { up?: string; lid?: string }): string => `${up ?? ANY}/${lid ?? ANY}`;

export function readPose(pose: string): { up: string; lid: string } {
  const [up, lid] = pose.split('/');
  return { up: up!, lid: lid ?? ANY };
}
