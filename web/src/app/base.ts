import { createSystem, defaultBaseConfig, defineConfig } from '@chakra-ui/react';
import {
  animationStyles,
  badgeRecipe,
  breakpoints,
  buttonRecipe,
  cssVarsPrefix,
  cssVarsRoot,
  fieldSlotRecipe,
  globalCss,
  headingRecipe,
  inputRecipe,
  keyframes,
  layerStyles,
  linkRecipe,
  nativeSelectSlotRecipe,
  semanticTokens,
  spinnerRecipe,
  textStyles,
  tokens,
} from '@chakra-ui/react/theme';

/** The library's own start with the recipes that the pages use: all of them would be a fifth of the first load. */
const base = defineConfig({
  preflight: true,
  cssVarsPrefix,
  cssVarsRoot,
  globalCss,
  theme: {
    breakpoints,
    keyframes,
    tokens,
    semanticTokens,
    recipes: {
      badge: badgeRecipe,
      button: buttonRecipe,
      heading: headingRecipe,
      input: inputRecipe,
      link: linkRecipe,
      spinner: spinnerRecipe,
    },
    slotRecipes: { field: fieldSlotRecipe, nativeSelect: nativeSelectSlotRecipe },
    textStyles,
    layerStyles,
    animationStyles,
  },
});

/** A system with our own theme on top of the start. */
export function systemWith(own: ReturnType<typeof defineConfig>) {
  return createSystem(defaultBaseConfig, base, own);
}
