import { defineConfig } from '@chakra-ui/react';

import { systemWith } from './base';

/** Limestone, fern, lichen, harebell and heather; each pair is for the light and the dark mode. */
const config = defineConfig({
  globalCss: {
    'html, body': { bg: 'page', color: 'ink', fontFamily: 'body', fontSize: 'sm' },
    // What keys reach is not left beneath a bar that lies over the foot of the page.
    ':root:has([data-over-foot])': { scrollPaddingBottom: '6rem' },
    '*:focus-visible': { outline: '2px solid', outlineColor: 'focus', outlineOffset: '2px' },
  },
  theme: {
    tokens: {
      fonts: {
        heading: { value: "'Bricolage Grotesque Variable', sans-serif" },
        body: { value: "'Atkinson Hyperlegible Next Variable', sans-serif" },
        mono: { value: "'Atkinson Hyperlegible Mono Variable', monospace" },
      },
      // Nothing is smaller than twelve pixels; the root is fourteen.
      fontSizes: { '2xs': { value: '0.858rem' }, xs: { value: '0.858rem' } },
      colors: {
        stone: {
          50: { value: '#f7f5f0' },
          100: { value: '#edeae2' },
          200: { value: '#ddd8cc' },
          300: { value: '#c4bdae' },
          400: { value: '#9c9485' },
          600: { value: '#625c50' },
          700: { value: '#464238' },
          800: { value: '#2c2a24' },
          900: { value: '#1d1c18' },
        },
        fern: {
          100: { value: '#d9e8dc' },
          300: { value: '#8fbf9c' },
          600: { value: '#2c6a48' },
          700: { value: '#22543a' },
          900: { value: '#1d3a2a' },
        },
        lichen: {
          100: { value: '#f4e3bd' },
          300: { value: '#e0b85c' },
          700: { value: '#7c5300' },
          900: { value: '#443315' },
        },
        harebell: {
          100: { value: '#dbe3f5' },
          300: { value: '#9db2e6' },
          600: { value: '#3f5ba5' },
          900: { value: '#27324f' },
        },
        heather: {
          100: { value: '#efdcea' },
          300: { value: '#d19cc4' },
          600: { value: '#86407a' },
          900: { value: '#46253f' },
        },
        rowan: {
          100: { value: '#f6dcd5' },
          300: { value: '#ec9d88' },
          700: { value: '#9a2f17' },
          900: { value: '#4d2118' },
        },
      },
    },
    semanticTokens: {
      colors: {
        border: { DEFAULT: { value: { _light: '{colors.stone.400}', _dark: '{colors.stone.400}' } } },
        // Outline buttons take the border of their palette, which is far too faint on stone by itself.
        gray: {
          muted: { value: { _light: '{colors.stone.400}', _dark: '{colors.stone.600}' } },
          border: { value: { _light: '{colors.stone.400}', _dark: '{colors.stone.600}' } },
          // Its own ring is a grey of two to one on stone.
          focusRing: { value: { _light: '{colors.harebell.600}', _dark: '{colors.harebell.300}' } },
        },
        page: { value: { base: '{colors.stone.100}', _dark: '{colors.stone.900}' } },
        panel: { value: { base: '{colors.stone.50}', _dark: '{colors.stone.800}' } },
        sunken: { value: { base: '{colors.stone.200}', _dark: '#151411' } },
        ink: { value: { base: '{colors.stone.900}', _dark: '{colors.stone.50}' } },
        soft: { value: { base: '{colors.stone.600}', _dark: '#b8b1a3' } },
        line: { value: { base: '{colors.stone.300}', _dark: '#4b473d' } },
        strong: { value: { base: '{colors.stone.600}', _dark: '{colors.stone.400}' } },
        focus: { value: { base: '{colors.harebell.600}', _dark: '{colors.harebell.300}' } },
        action: { value: { base: '{colors.fern.600}', _dark: '{colors.fern.300}' } },
        onAction: { value: { base: '#ffffff', _dark: '{colors.stone.900}' } },
        fernWash: { value: { base: '{colors.fern.100}', _dark: '{colors.fern.900}' } },
        fernInk: { value: { base: '{colors.fern.700}', _dark: '{colors.fern.300}' } },
        lichenWash: { value: { base: '{colors.lichen.100}', _dark: '{colors.lichen.900}' } },
        lichenInk: { value: { base: '{colors.lichen.700}', _dark: '{colors.lichen.300}' } },
        harebellWash: { value: { base: '{colors.harebell.100}', _dark: '{colors.harebell.900}' } },
        harebellInk: { value: { base: '{colors.harebell.600}', _dark: '{colors.harebell.300}' } },
        heatherWash: { value: { base: '{colors.heather.100}', _dark: '{colors.heather.900}' } },
        heatherInk: { value: { base: '{colors.heather.600}', _dark: '{colors.heather.300}' } },
        rowanWash: { value: { base: '{colors.rowan.100}', _dark: '{colors.rowan.900}' } },
        rowanInk: { value: { base: '{colors.rowan.700}', _dark: '{colors.rowan.300}' } },
      },
      radii: { l1: { value: '2px' }, l2: { value: '3px' }, l3: { value: '4px' } },
    },
  },
});

export const system = systemWith(config);
