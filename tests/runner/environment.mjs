import { ModernFakeTimers } from '@jest/fake-timers';
import { TestEnvironment } from 'jest-environment-node';
import { ModuleMocker } from 'jest-mock';

/** What tests compare with `expect.any` are the types of the process, in which suites run, not those of Jest's sandbox. */
const TYPES = {
  Array,
  BigInt,
  Boolean,
  Date,
  Error,
  Function,
  Map,
  Number,
  Object,
  Promise,
  RegExp,
  Set,
  String,
  Symbol,
};

/** Jest's environment for Node, for suites that run in the process itself: its clocks and functions are what is replaced. */
export default class ProcessEnvironment extends TestEnvironment {
  constructor(config, context) {
    super(config, context);
    Object.assign(this.global, TYPES);
    this.fakeTimersModern = new ModernFakeTimers({ config: config.projectConfig, global: globalThis });
    this.moduleMocker = new ModuleMocker(globalThis);
  }
}
