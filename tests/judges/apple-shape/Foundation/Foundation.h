#pragma once
typedef signed char BOOL;
#define YES ((BOOL)1)
#define NO ((BOOL)0)
#define nil ((id)0)
#define NS_ENUM(type, name) enum name : type name; enum name : type
#define NS_ASSUME_NONNULL_BEGIN
#define NS_ASSUME_NONNULL_END
typedef unsigned long NSUInteger;
typedef long NSInteger;
typedef void (^dispatch_block_t)(void);
@protocol NSObject
@end
__attribute__((objc_root_class))
@interface NSObject <NSObject>
+ (Class)class;
@end
@protocol OS_dispatch_queue
@end
typedef NSObject<OS_dispatch_queue> *dispatch_queue_t;
@interface NSString : NSObject
@end
@interface NSArray<Value> : NSObject
@end
@interface NSNumber : NSObject
@end
@interface NSError : NSObject
@end
@interface NSURL : NSObject
@end
@interface NSDictionary<Key, Value> : NSObject
@end
@interface NSMutableArray<Value> : NSArray<Value>
@end
@interface NSURLQueryItem : NSObject
@end
@class NSMethodSignature, NSInvocation;
@interface NSNotification : NSObject
@end
@interface NSNotificationCenter : NSObject
+ (NSNotificationCenter *)defaultCenter;
- (void)addObserver:(id)observer selector:(SEL)selector name:(NSString *)name object:(id)object;
@end
