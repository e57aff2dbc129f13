/** Styles of pages, in files and in components. Empty lines and layout belong to prettier and to whoever writes. */
export default {
  extends: ['stylelint-config-standard'],
  overrides: [{ files: ['**/*.vue'], customSyntax: 'postcss-html' }],
  rules: {
    // Rules stand in the order of the markup.
    'no-descending-specificity': null,
    // Learners’ browsers need not be new.
    'media-feature-range-notation': 'prefix',
    'rule-empty-line-before': null,
    'comment-empty-line-before': null,
    'at-rule-empty-line-before': null,
    'custom-property-empty-line-before': null,
    'declaration-empty-line-before': null,
    // Element Plus names its parts `el-table__row`.
    'selector-class-pattern': '^[a-z][a-z0-9]*(?:(?:-|__|--)[a-z0-9]+)*$',
    // Of Vue’s scoped styles.
    'selector-pseudo-class-no-unknown': [true, { ignorePseudoClasses: ['deep', 'global', 'slotted'] }],
  },
};
