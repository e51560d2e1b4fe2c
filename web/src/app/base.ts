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

/** Of the library's colours those that its recipes need; the pages have their own. */
const { black, white, whiteAlpha, blackAlpha, gray, red } = tokens.colors ?? {};
const { bg, fg, border, gray: grays, red: reds } = semanticTokens.colors ?? {};

/** The library's own start with the recipes that the pages use: all of them would be a fifth of the first load. */
const base = defineConfig({
  preflight: true,
  cssVarsPrefix,
  cssVarsRoot,
  globalCss,
  theme: {
    breakpoints,
    keyframes,
    tokens: { ...tokens, colors: { black, white, whiteAlpha, blackAlpha, gray, red } },
    semanticTokens: { ...semanticTokens, colors: { bg, fg, border, gray: grays, red: reds } },
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
