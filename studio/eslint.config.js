import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['dist', 'src/generated', 'node_modules'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    files: ['src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
    },
  },
  {
    files: ['src/**/*.tsx', 'src/**/use*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: ':not(ExpressionStatement, ForStatement) > UpdateExpression > MemberExpression.argument', message: "React's compiler takes the value after the step for the one before it. Count in a statement of its own." },
      ],
    },
  },
);
