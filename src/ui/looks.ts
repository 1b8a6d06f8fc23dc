import { defaultBaseConfig, defineConfig, mergeConfigs } from '@chakra-ui/react';
import { breakpoints } from '@looks/breakpoints';
import { globalCss } from '@looks/global-css';
import { layerStyles } from '@looks/layer-styles';
import { animationStyles } from '@looks/motion-styles';
import { alertSlotRecipe } from '@looks/recipes/alert';
import { badgeRecipe } from '@looks/recipes/badge';
import { buttonRecipe } from '@looks/recipes/button';
import { checkboxSlotRecipe } from '@looks/recipes/checkbox';
import { checkmarkRecipe } from '@looks/recipes/checkmark';
import { codeRecipe } from '@looks/recipes/code';
import { collapsibleSlotRecipe } from '@looks/recipes/collapsible';
import { comboboxSlotRecipe } from '@looks/recipes/combobox';
import { containerRecipe } from '@looks/recipes/container';
import { dialogSlotRecipe } from '@looks/recipes/dialog';
import { fieldSlotRecipe } from '@looks/recipes/field';
import { headingRecipe } from '@looks/recipes/heading';
import { iconRecipe } from '@looks/recipes/icon';
import { inputRecipe } from '@looks/recipes/input';
import { inputAddonRecipe } from '@looks/recipes/input-addon';
import { kbdRecipe } from '@looks/recipes/kbd';
import { linkRecipe } from '@looks/recipes/link';
import { listSlotRecipe } from '@looks/recipes/list';
import { menuSlotRecipe } from '@looks/recipes/menu';
import { nativeSelectSlotRecipe } from '@looks/recipes/native-select';
import { popoverSlotRecipe } from '@looks/recipes/popover';
import { progressSlotRecipe } from '@looks/recipes/progress';
import { radioGroupSlotRecipe } from '@looks/recipes/radio-group';
import { radiomarkRecipe } from '@looks/recipes/radiomark';
import { segmentGroupSlotRecipe } from '@looks/recipes/segment-group';
import { separatorRecipe } from '@looks/recipes/separator';
import { spinnerRecipe } from '@looks/recipes/spinner';
import { switchSlotRecipe } from '@looks/recipes/switch';
import { tableSlotRecipe } from '@looks/recipes/table';
import { tagSlotRecipe } from '@looks/recipes/tag';
import { textareaRecipe } from '@looks/recipes/textarea';
import { toastSlotRecipe } from '@looks/recipes/toast';
import { tooltipSlotRecipe } from '@looks/recipes/tooltip';
import { semanticColors } from '@looks/semantic-tokens/colors';
import { semanticRadii } from '@looks/semantic-tokens/radii';
import { semanticShadows } from '@looks/semantic-tokens/shadows';
import { textStyles } from '@looks/text-styles';
import { animations } from '@looks/tokens/animations';
import { aspectRatios } from '@looks/tokens/aspect-ratios';
import { blurs } from '@looks/tokens/blurs';
import { borders } from '@looks/tokens/borders';
import { colors } from '@looks/tokens/colors';
import { cursor } from '@looks/tokens/cursor';
import { durations } from '@looks/tokens/durations';
import { easings } from '@looks/tokens/easings';
import { fontSizes } from '@looks/tokens/font-sizes';
import { fontWeights } from '@looks/tokens/font-weights';
import { fonts } from '@looks/tokens/fonts';
import { keyframes } from '@looks/tokens/keyframes';
import { letterSpacings } from '@looks/tokens/letter-spacing';
import { lineHeights } from '@looks/tokens/line-heights';
import { radii } from '@looks/tokens/radius';
import { sizes } from '@looks/tokens/sizes';
import { spacing } from '@looks/tokens/spacing';
import { zIndices } from '@looks/tokens/z-indices';

/**
 * The component library's own measures and the looks of the components that are in use here, and of no others: as a
 * whole, its looks alone are a tenth of what a page of the shop has to load, most of them of components that no page
 * has. The package offers them one by one only in its files, hence `@looks` (see `tsconfig.json`). A component whose
 * look is missing here would stand there bare: `looks.test.ts` compares the two.
 */
export const looks = mergeConfigs(
  defaultBaseConfig,
  defineConfig({
    preflight: true,
    cssVarsPrefix: 'chakra',
    cssVarsRoot: ':where(html, .chakra-theme)',
    globalCss,
    theme: {
      breakpoints,
      keyframes,
      tokens: {
        animations,
        aspectRatios,
        blurs,
        borders,
        colors,
        cursor,
        durations,
        easings,
        fonts,
        fontSizes,
        fontWeights,
        letterSpacings,
        lineHeights,
        radii,
        sizes,
        spacing,
        zIndex: zIndices,
      },
      semanticTokens: { colors: semanticColors, shadows: semanticShadows, radii: semanticRadii },
      textStyles,
      layerStyles,
      animationStyles,
      recipes: {
        badge: badgeRecipe,
        button: buttonRecipe,
        checkmark: checkmarkRecipe,
        code: codeRecipe,
        container: containerRecipe,
        heading: headingRecipe,
        icon: iconRecipe,
        input: inputRecipe,
        inputAddon: inputAddonRecipe,
        kbd: kbdRecipe,
        link: linkRecipe,
        radiomark: radiomarkRecipe,
        separator: separatorRecipe,
        spinner: spinnerRecipe,
        textarea: textareaRecipe,
      },
      slotRecipes: {
        alert: alertSlotRecipe,
        checkbox: checkboxSlotRecipe,
        collapsible: collapsibleSlotRecipe,
        combobox: comboboxSlotRecipe,
        dialog: dialogSlotRecipe,
        field: fieldSlotRecipe,
        list: listSlotRecipe,
        menu: menuSlotRecipe,
        nativeSelect: nativeSelectSlotRecipe,
        popover: popoverSlotRecipe,
        progress: progressSlotRecipe,
        radioGroup: radioGroupSlotRecipe,
        segmentGroup: segmentGroupSlotRecipe,
        switch: switchSlotRecipe,
        table: tableSlotRecipe,
        tag: tagSlotRecipe,
        toast: toastSlotRecipe,
        tooltip: tooltipSlotRecipe,
      },
    },
  }),
);
