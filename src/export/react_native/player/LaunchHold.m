// Part of your app: written by Scaena, yours without conditions (0BSD). Tells React Native of LaunchHold.swift. The next
// export replaces it for as long as you leave it unchanged.
#import <React/RCTBridgeModule.h>

@interface RCT_EXTERN_REMAP_MODULE (LaunchHold, LaunchHold, NSObject)
_RCT_EXTERN_REMAP_METHOD(release, release_, NO)
@end
