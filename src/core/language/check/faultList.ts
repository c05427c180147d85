import { errorAt, warningAt, type Diagnostic, type Span } from '../../foundation/diagnostic';

/** Collects the faults of one script, each with the path of the script in the document. */
export class FaultList {
  readonly diagnostics: Diagnostic[] = [];

  constructor(private readonly path: (string | number)[]) {}

  error(span: Span, code: string, message: string, hint: string): void {
    this.diagnostics.push(errorAt({ path: this.path, span }, code, message, hint));
  }

  warning(span: Span, code: string, message: string, hint: string): void {
    this.diagnostics.push(warningAt({ path: this.path, span }, code, message, hint));
  }
}
