import { readFileSync } from 'node:fs';
import { mergeConfig, type Plugin } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';
import application from '../../vite.config';

/** Files of tests in the order in which they are asked (`ASKED_TESTS`). */
const asked = JSON.parse(readFileSync(process.env.ASKED_TESTS!, 'utf8')) as string[];

class InOrder extends BaseSequencer {
  override async sort(specs: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = (s: TestSpecification) => asked.findIndex((f) => s.moduleId.endsWith(`/${f}`));
    return [...specs].sort((a, b) => rank(a) - rank(b));
  }
}

/** The mutating tool asks for threads, into which the loader of TypeScript does not reach. */
const inProcesses: Plugin = {
  name: 'in-processes',
  configureVitest({ vitest, project }) {
    vitest.config.pool = project.config.pool = 'forks';
  }
};

const { plugins, test, ...application_ } = application;
const { projects, ...settings } = test!;
void projects;
export default mergeConfig(
  { ...application_, plugins: [plugins, inProcesses], test: settings },
  { test: { include: asked, sequence: { sequencer: InOrder }, fileParallelism: false } }
);
