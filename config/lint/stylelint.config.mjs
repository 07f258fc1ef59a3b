export default {
  extends: ["stylelint-config-standard"],
  rules: {
    "declaration-block-single-line-max-declarations": 1,
    "no-descending-specificity": null,
    "selector-class-pattern": null,
    "selector-id-pattern": null,
    "custom-property-pattern": null,
  },
};
