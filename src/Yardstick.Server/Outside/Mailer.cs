using System.Net.Sockets;
using MailKit.Net.Smtp;
using MailKit.Security;
using MimeKit;
using Yardstick.Core;
using Yardstick.Core.Messaging;
using Yardstick.Server.Hosting;

namespace Yardstick.Server.Outside;

/// <summary>Hands emails to a mail server.</summary>
public interface IMailer
{
    /// <summary>Hands an email over. The code <c>outside.lost</c> says that nobody can know whether it went out.</summary>
    Task<Result<bool>> SendAsync(Message message, string shopName, byte[]? attachment, CancellationToken cancel);
}

/// <summary>The mail server over SMTP, at the address given with <c>--mail</c>.</summary>
public sealed class Mailer(ServerOptions options) : IMailer
{
    /// <inheritdoc />
    public async Task<Result<bool>> SendAsync(Message message, string shopName, byte[]? attachment, CancellationToken cancel)
    {
        if (options.MailServer is not { } server)
            return new Problem("outside.refused", "no mail server is set (start with --mail HOST:PORT)");
        var mail = new MimeMessage { MessageId = message.Key, Subject = message.Subject };
        mail.From.Add(new MailboxAddress(shopName, options.MailFrom));
        mail.To.Add(MailboxAddress.Parse(message.Address));
        if (options.MailAnswers.Length > 0)
            mail.ReplyTo.Add(new MailboxAddress(shopName, MailThread.AnswersTo(options.MailAnswers, message.Key)));
        var body = new BodyBuilder { TextBody = message.Body };
        if (attachment is not null)
            body.Attachments.Add(message.AttachmentName, attachment, new ContentType("application", "pdf"));
        mail.Body = body.ToMessageBody();
        using var client = new SmtpClient { Timeout = 8000 };
        var handing = false;
        try
        {
            var security = options.MailNeedsTls ? SecureSocketOptions.StartTls : SecureSocketOptions.StartTlsWhenAvailable;
            await client.ConnectAsync(server.Host, server.Port, server.Port == 465 ? SecureSocketOptions.SslOnConnect : security, cancel);
            if (options.MailSignIn is { } account)
            {
                // A password never goes over a line that somebody else can read.
                if (!client.IsSecure)
                    return new Problem("outside.refused", "offers no TLS, so the shop's name and password are not sent to it");
                await client.AuthenticateAsync(account.User, account.Password, cancel);
            }
            handing = true;
            await client.SendAsync(mail, cancel);
            handing = false;
            await client.DisconnectAsync(true, cancel);
            return true;
        }
        catch (NotSupportedException)
        {
            return new Problem("outside.refused", "offers no TLS, and emails are to go out over TLS only (--mail-tls)");
        }
        catch (AuthenticationException)
        {
            return new Problem("outside.refused", "does not take the shop's name and password (--mail-user)");
        }
        catch (SmtpCommandException refused)
        {
            return (int)refused.StatusCode >= 500
                ? new Problem("outside.refused", $"rejected it: {refused.Message}")
                : new Problem("outside.failed", $"has not accepted it yet: {refused.Message}");
        }
        catch (Exception problem)
            when (problem
                    is IOException
                        or SocketException
                        or SmtpProtocolException
                        or TimeoutException
                        or MailKit.ServiceNotConnectedException
                        or OperationCanceledException
            )
        {
            return handing
                ? new Problem("outside.lost", "dropped the connection while accepting the email")
                : new Problem("outside.silent", "is not responding");
        }
    }
}
