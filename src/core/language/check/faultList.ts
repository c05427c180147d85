import { errorAt, warningAt, type Advice, type Diagnostic, type Span } from '../../foundation/diagnostic';
import type { FaultCode } from '../../foundation/faultCodes';
import { TEXT_LIMITS, type Excess } from '../syntax/textLimits';

/** Collects the faults of one script, each with the path of the script in the document. Behind so many it tells no more. */
export class FaultList {
  readonly diagnostics: Diagnostic[] = [];

  constructor(private readonly path: (string | number)[]) {}

  error(span: Span, code: FaultCode, message: string, advice: string | Advice): void {
    this.add(errorAt({ path: this.path, span }, code, message, advice));
  }

  warning(span: Span, code: FaultCode, message: string, advice: string | Advice): void {
    this.add(warningAt({ path: this.path, span }, code, message, advice));
  }

  /** Notes that a text is more than is read. */
  excess({ what, span }: Excess): void {
    if (what === 'nesting')
      this.error(
        span,
        'nested-too-deep',
        `More than ${TEXT_LIMITS.nesting} brackets stand in one another here, so nothing of this text is read.`,
        'Close some of them before this place.',
      );
    else
      this.error(
        span,
        'text-too-long',
        `This text has more than ${TEXT_LIMITS.lexemes} words, numbers and signs, so nothing of it is read.`,
        'Part it into several.',
      );
  }

  private add(fault: Diagnostic): void {
    const told = this.diagnostics.length;
    if (told < TEXT_LIMITS.faults) {
      this.diagnostics.push(fault);
      return;
    }
    // Its place stays that of the first that is not told; it is an error once one of them is.
    const last = told > TEXT_LIMITS.faults ? this.diagnostics.pop()! : undefined;
    const make = [last, fault].some((own) => own?.severity === 'error') ? errorAt : warningAt;
    this.diagnostics.push(
      make(
        (last ?? fault).where,
        'too-many-faults',
        `There are more than ${TEXT_LIMITS.faults} faults in this text; from here on they are not told.`,
        'Correct some of those before.',
      ),
    );
  }
}
