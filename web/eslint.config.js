import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
    { ignores: ['dist', 'src/lib/schema.d.ts'] },
    ...tseslint.configs.recommended,
    { plugins: { 'react-hooks': hooks }, rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' } },
    {
        rules: {
            // Looks stand in style sheets; an element is only told what the data know, as custom properties.
            'no-restricted-syntax': [
                'error',
                {
                    selector: "JSXAttribute[name.name='style'] Property:not([key.type='Literal'][key.value=/^--/])",
                    message: 'Looks belong into a style sheet beside the component; hand over data with vars().',
                },
            ],
        },
    },
);
