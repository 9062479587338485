import { reportOf } from './browser-errors';

describe('what is told of an error in a browser', () => {
  it('is what went wrong and where, and no words of anybody', () => {
    const error = new SyntaxError(`Unexpected token 'm', "my name is Mira" is not valid JSON`);
    error.stack = [
      'SyntaxError: Unexpected token',
      '    at read (https://quiz.test/_next/static/a.js?run=secret:3:14)',
      '    at my name is Mira',
    ].join('\n');
    const report = reportOf(error, '/q/bags');
    expect(report).toEqual({
      name: 'SyntaxError',
      message: 'Unexpected token …, … is not valid JSON',
      stack: 'at read (https://quiz.test/_next/static/a.js:3:14)',
      path: '/q/bags',
    });
  });

  it('is nothing of a value that is no error', () => {
    expect(reportOf({ answer: 'secret' }, '/')).toMatchObject({ name: 'Error', message: 'object' });
    expect(JSON.stringify(reportOf('secret', '/'))).not.toContain('secret');
  });

  it('has a largest size', () => {
    const error = new Error('x'.repeat(9_000));
    error.stack = Array.from({ length: 400 }, () => '    at f (https://quiz.test/a.js:1:2)').join('\n');
    const { message, stack } = reportOf(error, '/q/'.padEnd(9_000, 'a'));
    expect([message.length, stack.length]).toEqual([300, 2_000]);
  });
});
