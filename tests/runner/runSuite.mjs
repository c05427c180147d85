import { pathToFileURL } from 'node:url';
import circus from 'jest-circus/runner';
import { compiledFileOf } from './compiled.mjs';

/**
 * Runs one suite as Jest does, with its files imported by Node itself: suites that one process runs share the modules of
 * the project, which are read and made quick only once. What a module keeps between suites is therefore seen by the next,
 * as it is in the application.
 */
export default async function runSuite(globalConfig, config, environment, runtime, testPath, sendMessageToJest) {
  runtime.unstable_shouldLoadAsEsm = () => true;
  runtime.unstable_importModule = (file) => {
    globalThis.globalsOfSuite = runtime.requireModuleOrMock(file, '@jest/globals');
    return import(pathToFileURL(compiledFileOf(file)).href);
  };
  return circus.default(globalConfig, config, environment, runtime, testPath, sendMessageToJest);
}
